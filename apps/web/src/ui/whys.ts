/** A sentence for every number and choice, by its key. Numbers and choices without one explain themselves. */
const WHYS: Readonly<Record<string, string>> = {
  widthMm:
    'As you see it from the front, in millimetres on the miniature. Everything that is measured follows from it.',
  heightMm:
    'As you see it from the front. A part under 3 mm at its narrowest gets fewer value steps: more would not fit.',
  lengthMm:
    'Along the part, as you see it. Long parts need their lights spaced unevenly, or they read as stripes.',
  startWidthMm: 'At the lower end. A taper leans the surface, so the light shifts along it.',
  endWidthMm: 'At the upper end. The wider the end, the more it turns toward sky or ground.',
  swell:
    'How much fuller it is than a straight taper. A calf or a forearm bends its reflections where it is fullest.',
  swellAt: 'Where it is fullest: the light pools just above this place.',
  bowMm: 'How far the middle stands off the straight line. The stripe of light bends with it.',
  endCurve: 'You look down on a round end, so it bows. None means seen straight from the side.',
  section:
    'A keel splits light and dark at the ridge; a round tube blends them; a flat arch has lined sides.',
  side: 'A hollow takes its light on the side away from the lamp. Painted like a bulge it looks inside out.',
  fullness:
    'A full dome mirrors sky and ground with a horizon between. A shallow one mirrors little but sky.',
  ridgeDeg:
    'A crease parts the dome: the side toward the light is a step or two lighter right beside the dark one.',
  rimMm: 'A raised rim is a small round bar of its own: a light of its own above and a shade beneath.',
  wrapDeg: 'How far it goes round the body. The ends turn away from the light and go dark.',
  crownDeg: 'How far it bulges across: more makes a narrower light with darker edges.',
  sagMm: 'How far the middle hangs below the ends, as bands do that are seen from above.',
  flareMm: 'The lower edge is wider than the upper by this much: it leans out and mirrors the sky.',
  softness: 'How gently the bumps flow into the plate. Soft flow blends, crisp feet make hard borders.',
  bevelDeg: 'How far each facet leans away from you: steeper facets part more in value at the ridge.',
  edges:
    'Sharp on both sides, or a flat back and one cutting edge: there light opens toward the edge and the flat stays dark.',
  curveMm: 'How far its middle stands off the straight line. The bands bend along with it.',
  fullerMm:
    'A hollow along the ridge: it is lit like a scoop, dark toward the light and bright on its far wall.',
  fullerTo: 'Where the hollow runs out. Beyond it the two faces meet in the ridge again.',
  taper: 'A plate wider above than below, or the other way round.',
  cornerMm: 'Sharp corners catch a dot where they face the light; rounded ones do not.',
  bowDeg: 'A flat plate mirrors one value and its lights are composed; a bowed one mirrors what is round it.',
  pointMm: 'Length of the point. Only one facet is light at the very tip.',
  ridge: 'Where the ridge runs. Off the middle, the narrow facet takes fewer bands.',
  thicknessMm: 'Of the round bar the ring is bent from: each place of it has a light line and a dark one.',
  surface: 'Cast metal grades from dark to light; lathe-turned metal shows two opposed wedges of light.',
  count: 'Each head is lit on its own, with a dot toward the light and a line of shade round it.',
  headMm: 'Under 1 mm a head gets two values and a dot.',
  polish:
    'How sharply it mirrors. More polish means more bands, harder borders and a wider range from dark to light.',
  steps:
    'By size: under 2 mm three, to 3 mm four, to 6 mm five, above that seven. More steps than fit turn to grey.',
  metal: 'Which value ladder it is painted with. Neighbouring parts in two metals read better than one.',
  xMm: 'Place of its middle, to your right on the piece.',
  yMm: 'Place of its middle, upward. The lower it stands below the focal part, the quieter it is painted.',
  rollDeg: 'Its turn in the picture, counter-clockwise. The light stays where it is.',
  yawDeg:
    'Its front turned to your right, without changing its outline: the light wanders to the other side.',
  pitchDeg: 'Its front turned up: it mirrors more of the sky, and the horizon sinks on it.',
  depthMm: 'Nearer to you than the middle of the piece. What stands in front shades what it touches.',
  viewElevationDeg:
    'You look down on a miniature. From above, horizons curve and every dome gets its own; level, they all look stamped.',
  leanDeg: 'A leaning piece tips sky and ground with it.',
  keyClockHours:
    'Where the light comes from as on a clock: between 10 and 11 leaves both a light and a shaded side.',
  keyHeightDeg:
    'How far the light stands toward you. Low light models strongly, light from the eye flattens.',
  lamp: 'Mirror and polished metal show the lamp itself, with a border; on duller metal it is a soft spot.',
  horizonDeg:
    'Metal mirrors the line between ground and sky: just under it is the darkest dark, just over it a light.',
  skyHex: 'What faces up picks up this colour in its middle values; never in its glints.',
  groundHex: 'What faces down picks up this colour, which tells the ground the figure stands on.',
  tint: 'How strongly sky, ground and neighbours colour the metal. Some ties it to its place; much makes it candy.',
  fallOff:
    'Value steps the lightest place loses for each third of the height below the focal part. It leads the eye up.',
  focalPart: 'What should be found first. It keeps its full range; all else gives way to it.',
  strength: '100 % is as bright as the main light. A glow of 30 to 70 % shows without taking over.',
  sizeMm: 'How large it is: a larger thing shows broader in the metal, and reaches farther.',
  sizeDeg: 'How large it looks from the miniature.',
  contrast: 'The range from dark to light that this polish needs to read as metal; less reads as plastic.',
  narrowest:
    'The widest brush line that still paints the step: a brush that is broader spills over its border.',
  glintShare: 'Together at most 2 % of the part. More white makes it look wet or chalky instead of sharp.',
  readsAsMetal:
    'The step from which it has enough range and spread. Before that it looks grey, and is right.',
  lightness: 'Value is how light it looks, 0 black to 100 white. The 2 % darkest and lightest are left out.',
  copies: 'Identical miniatures painted together: amounts and minutes are for all of them.',
  viewTurn:
    'How far the figure is turned on its foot from the first side, its front to your right. The light turns with it: 180 is its back.',
  pieceHeight: 'Foot to crown. Thirds of it set how fast the light falls off below the focal part.',
  squint:
    'Half closed eyes leave only large lights. What stays lightest is what will be seen first from two metres.',
};

export const whyOf = (key: string): string | undefined => WHYS[key];
