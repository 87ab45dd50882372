import { deltaE } from '../colour/index.js';
import { modelOf } from '../form/index.js';
import type { Palette } from '../glint/index.js';
import { GLAZED } from '../paint/index.js';
import type { Part, Role } from '../piece/index.js';
import type { Pass } from '../school/index.js';
import { listOf, plain } from '../units/index.js';
import type { WearPass } from '../wear/index.js';
import type { Border } from '../zone/index.js';
import { activeMinutes, mixedMl } from './amounts.js';
import type { PartSheet } from './partSheet.js';
import { whereText } from './where.js';

/** One step of the painting order on one part. */
export interface PartStep {
  readonly part: string;
  readonly step: string;
  readonly role: Role;
  readonly coats: number;
  /** Real-valued coats behind it, for "about". */
  readonly exactCoats: number;
  /** False where even the most coats advised leave what is below showing. */
  readonly covers: boolean;
  readonly coverShare: number;
  readonly coverMm2: number;
  /** Volume to mix, water included. */
  readonly mixedMl: number;
  readonly activeMin: number;
  /** Minutes by the starting figures, where `activeMin` is by the painter's own pace. */
  readonly startingMin?: number;
  /** Coats by the model, where `coats` are those that the painter's own paint takes. */
  readonly startingCoats?: number;
  readonly where: string;
  /** How its border to what is below is painted; empty where it has none. */
  readonly border: string;
  /** Value that it dries to over what is below, as a range; null where it lies on no zones. */
  readonly values: readonly [least: number, most: number] | null;
  /** CIEDE2000 change it makes to what is seen at arm's length; null where it lies on no zones. */
  readonly change: number | null;
  /** Whether it lies on the lightest zones too. */
  readonly reachesLights: boolean;
  /** Which of this part's passes over zones it is, 1..n; 0 for steps that are none. */
  readonly number: number;
}

/** How far the model's count of coats may be off. */
const COATS_OFF = 0.2;

/**
 * Coats as a range where the model only estimates them: "2 to 3 coats"; as they are where the approach fixes them. What
 * the painter's own paint takes is told with what the model says.
 */
export function coatsText({
  coats,
  exactCoats,
  startingCoats = coats,
}: Pick<PartStep, 'coats' | 'exactCoats' | 'startingCoats'>): string {
  const fixed = Number.isInteger(exactCoats);
  const low = fixed ? coats : Math.max(1, Math.ceil(exactCoats * (1 - COATS_OFF) - 1e-9));
  const high = fixed ? coats : Math.max(low, Math.ceil(exactCoats * (1 + COATS_OFF) - 1e-9));
  const text = `${low === high ? low : `${low} to ${high}`} ${high === 1 ? 'coat' : 'coats'}`;
  return startingCoats === coats ? text : `${text}, as yours went (the model: ${startingCoats})`;
}

/** The value that a step dries to over its real ground, on all the parts that take it: "38 to 41". Empty where no film is laid on zones. */
export function driesTo(parts: readonly Pick<PartStep, 'values'>[]): string {
  const known = parts.flatMap((p) => p.values ?? []);
  if (known.length === 0) return '';
  const [low, high] = [Math.round(Math.min(...known)), Math.round(Math.max(...known))];
  return low === high ? `${low}` : `${low} to ${high}`;
}

/** A metal part with what its map says of it. */
export interface MetalPart {
  readonly part: Part;
  readonly sheet: PartSheet;
  readonly palette: Palette;
}

/** Less than this cannot be painted: a tenth of a mm square. */
const LEAST_MM2 = 0.01;
/** A tint over less than this is not worth opening a pot for. */
const LEAST_TINT_MM2 = 0.5;
/** Shorter soft borders need no glaze, nor do those of forms too narrow to glaze on. */
const LEAST_SOFT_MM = 0.5;
const LEAST_GLAZED_MM = 1.6;
/** Smaller parts bear no light from below. */
const LEAST_BOUNCE_MM2 = 3;
/** A bounce takes this much of its part. */
const BOUNCE_SHARE = 0.06;

/** Small forms of a row narrower than this are not painted one by one. */
const STROKE_MM = 1.2;

const borderText = (b: Border | undefined): string => {
  if (!b) return '';
  const phrases: string[] = [];
  if (b.hardMm >= 0.3) phrases.push(`hard for ${plain(b.hardMm, b.hardMm < 10 ? 1 : 0)} mm`);
  if (b.softMm >= 0.3) phrases.push(`blended over about ${plain(b.blendMm)} mm`);
  return listOf(phrases);
};

const sprayed = ({ tool }: Pass): boolean => tool.kind === 'airbrush';

/** A thin line of wear is about so wide. */
const LINE_MM = 0.12;

const whole = ({ sheet }: MetalPart): number => sheet.zones.areaMm2;

/** A step of so many whole coats that lies on no zones; the rest as told. */
export const plainStep = (
  step: Pick<
    PartStep,
    'part' | 'step' | 'role' | 'coats' | 'coverMm2' | 'coverShare' | 'mixedMl' | 'activeMin'
  >,
): PartStep => ({
  exactCoats: step.coats,
  covers: true,
  where: 'all of it',
  border: '',
  values: null,
  change: null,
  reachesLights: false,
  number: 0,
  ...step,
});

function stepOn(m: MetalPart, pass: Pass, mm2: number, over: Partial<PartStep>): PartStep {
  const coats = 'count' in pass.coats ? pass.coats.count : 1;
  return {
    ...plainStep({
      part: m.part.id,
      step: pass.step,
      role: pass.role,
      coats,
      coverShare: Math.min(1, mm2 / whole(m)),
      coverMm2: mm2,
      mixedMl: mixedMl(mm2, over.coats ?? coats, pass.share === GLAZED),
      activeMin: (sprayed(pass) ? activeMinutes.spray : activeMinutes.layer)(mm2, coats),
    }),
    ...over,
  };
}

/** What one minute of arc spans at half a metre, in mm: less is seen as part of what is around it. */
const SEEN_MM = 0.145;

/** Change of what is seen at arm's length by one of the part's passes, as CIEDE2000: over what it covers, less where that is narrow. */
function changeAt(m: MetalPart, at: number): number {
  const { body } = m.palette.approach!;
  const { zones, after } = body[at];
  const before = at > 0 ? body[at - 1].after : after.map(() => m.palette.undercoat);
  const own = m.sheet.zones.zones;
  const covered = zones.reduce((sum, k) => sum + own[k].ownShare, 0);
  const mean =
    zones.reduce((sum, k) => sum + own[k].ownShare * deltaE(before[k], after[k]), 0) /
    Math.max(1e-9, covered);
  return mean * Math.min(1, own[zones[0]].openingMm / SEEN_MM);
}

/** A pass of wear on a part; null where it takes none. */
export function wearStepOn(m: MetalPart, pass: WearPass, step: string): PartStep | null {
  const share = m.sheet.worn.find((w) => w.step === step)?.share ?? 0;
  const mm2 = share * whole(m);
  if (mm2 < LEAST_MM2) return null;
  const thin = pass.film !== 'paint';
  return {
    ...plainStep({
      part: m.part.id,
      step,
      role: 'wear',
      coats: pass.coats,
      coverShare: Math.min(1, share),
      coverMm2: mm2,
      mixedMl: mixedMl(mm2 * m.sheet.surfaceRatio, pass.coats, thin),
      activeMin:
        pass.place.by === 'field'
          ? activeMinutes.layer(mm2, pass.coats)
          : activeMinutes.line((mm2 / LINE_MM) * pass.coats),
    }),
    where: pass.where,
  };
}

/** A pass over zones of the part. */
function onZones(m: MetalPart, pass: Pass): PartStep | null {
  const { body } = m.palette.approach!;
  const at = body.findIndex((b) => b.pass === pass);
  if (at < 0) return null;
  const { zones: covered, coats, exactCoats, covers } = body[at];
  const { zones, borders } = m.sheet.zones;
  const first = covered[0];
  const upward = covered[covered.length - 1] === zones.length - 1;
  // Between links the base stays: a light that is brushed over it lies on their tops alone. Glazes and sprays run in.
  const { fine, repeats, narrowestMm } = modelOf(m.part.form);
  const brushed = pass.role === 'value' && pass.tool.kind !== 'airbrush';
  const inOneStroke =
    repeats !== undefined && repeats.count > 2 && narrowestMm < STROKE_MM && brushed && first > 0;
  const touched = fine && brushed && first > 0 ? fine.tops : 1;
  const share = upward ? zones[first].coverShare : covered.reduce((sum, k) => sum + zones[k].ownShare, 0);
  const mm2 =
    touched * (upward ? zones[first].coverMm2 : covered.reduce((sum, k) => sum + zones[k].ownMm2, 0));
  // A step that this light leaves nothing to paint with is no step.
  if (mm2 < LEAST_MM2) return null;
  const names =
    covered.length > 1 ? `value steps ${first + 1} to ${first + covered.length}` : `value step ${first + 1}`;
  return stepOn(m, pass, mm2, {
    number: at + 1,
    values: body[at].values,
    change: changeAt(m, at),
    reachesLights: upward,
    coats,
    exactCoats,
    covers,
    coverShare: touched * share,
    mixedMl: mixedMl(mm2 * m.sheet.surfaceRatio, coats, pass.share === GLAZED),
    activeMin: sprayed(pass)
      ? activeMinutes.spray(mm2, coats)
      : pass.share === GLAZED
        ? activeMinutes.glaze(Math.sqrt(mm2) * 2, coats)
        : activeMinutes.layer(mm2, coats),
    where: inOneStroke
      ? `along all of them in one stroke, with the side of a nearly dry brush`
      : fine && pass.role === 'base' && pass.film === 'flake'
        ? 'all over, with the side of a nearly dry brush: its holes stay dark'
        : (touched < 1 ? 'tops alone, with the side of a nearly dry brush: ' : '') +
          (upward
            ? whereText(m.part, modelOf(m.part.form), zones[first].cover, share)
            : `${names} of the map`),
    border: upward ? borderText(borders[first - 1]) : '',
  });
}

function onLines(m: MetalPart, pass: Pass, mm: number, where: string): PartStep | null {
  if (mm <= 0) return null;
  const coats = 'count' in pass.coats ? pass.coats.count : 1;
  return stepOn(m, pass, mm * m.sheet.edgeWidthMm, { activeMin: activeMinutes.line(mm * coats), where });
}

/**
 * What a part takes of a pass, by its map; null where it takes nothing.
 * @param source id of the source of colour, for a pass of the surroundings
 */
export function partStepFor(m: MetalPart, pass: Pass, source: string | null = null): PartStep | null {
  const { sheet } = m;
  switch (pass.over) {
    case 'soft-borders': {
      const { borders } = sheet.zones;
      const soft = borders.reduce((sum, b) => sum + b.softMm, 0);
      if (soft <= LEAST_SOFT_MM || modelOf(m.part.form).narrowestMm < LEAST_GLAZED_MM) return null;
      const mm2 = Math.min(
        whole(m),
        borders.reduce((sum, b) => sum + b.softMm * Math.min(b.blendMm, 2), 0),
      );
      return stepOn(m, pass, mm2, {
        activeMin: activeMinutes.glaze(soft, 1),
        where: `${plain(soft, 0)} mm of soft borders`,
      });
    }
    case 'bounce':
      return sheet.bounce && whole(m) > LEAST_BOUNCE_MM2
        ? stepOn(m, pass, whole(m) * BOUNCE_SHARE, { where: sheet.bounce })
        : null;
    case 'surroundings': {
      const tint = sheet.tints.find((t) => t.id === source);
      if (!tint || tint.mm2 < LEAST_TINT_MM2) return null;
      const { mm2 } = tint;
      return stepOn(m, pass, mm2, {
        step: tint.id,
        activeMin: activeMinutes.glaze(Math.sqrt(mm2) * 2, 1),
        where: `of the mid values, ${tint.where}`,
      });
    }
    case 'recesses':
      return onLines(m, pass, sheet.recessMm, 'recesses, joints and cuts');
    case 'edges':
      return onLines(m, pass, sheet.edgeMm, `${plain(sheet.edgeMm, 0)} mm of rim that faces the light`);
    case 'shaded-edges':
      return onLines(
        m,
        pass,
        sheet.shadedEdgeMm,
        `${plain(sheet.shadedEdgeMm, 0)} mm of rim in shade, thin, lost here and there`,
      );
    case 'dots':
      // Clean white dots would belie what is rusted.
      return sheet.glintShare > 0 && !sheet.aged
        ? stepOn(m, pass, sheet.glintShare * whole(m), {
            activeMin: activeMinutes.dots(sheet.glintCount),
            where: sheet.glintPlaces,
          })
        : null;
    default:
      if (pass.role === 'undercoat')
        return stepOn(m, pass, whole(m), {
          mixedMl: mixedMl(whole(m) * sheet.surfaceRatio, 1),
          ...(sprayed(pass) && { activeMin: activeMinutes.spray(whole(m), 1) }),
        });
      return onZones(m, pass);
  }
}
