import type {
  ApproachKind,
  FindingId,
  Part,
  PartApproach,
  Piece,
  PieceApproach,
  Rig,
} from '../../piece/index.js';
import type { LightOption, LightSchemeOption } from './definition.js';
import { lightOverhead } from './lightOverhead.js';
import { lightThreeQuarter } from './lightThreeQuarter.js';
import { lightSide } from './lightSide.js';
import { edgesAll } from './edgesAll.js';
import { edgesHard } from './edgesHard.js';
import { edgesWorn } from './edgesWorn.js';
import { edgesBothLips } from './edgesBothLips.js';
import { edgesAlone } from './edgesAlone.js';
import { bounceGap } from './bounceGap.js';
import { bounceNone } from './bounceNone.js';
import { bladeTilt } from './bladeTilt.js';
import { bladeFree } from './bladeFree.js';
import { bladeBlackFlat } from './bladeBlackFlat.js';
import { bladeAway } from './bladeAway.js';
import { glintsWhite } from './glintsWhite.js';
import { glintsPale } from './glintsPale.js';
import { surroundingsColoured } from './surroundingsColoured.js';
import { surroundingsNeutral } from './surroundingsNeutral.js';

export type { LightOption, LightSchemeOption } from './definition.js';

/** Every place of the main light that has a name. */
export const lightApproaches: readonly LightSchemeOption[] = [lightOverhead, lightThreeQuarter, lightSide];

/** Every approach, by the question it answers. */
export const approaches: { readonly [K in ApproachKind]: readonly LightOption<K>[] } = {
  light: lightApproaches,
  edges: [edgesAll, edgesHard, edgesWorn, edgesBothLips, edgesAlone],
  bounce: [bounceGap, bounceNone],
  blade: [bladeTilt, bladeFree, bladeBlackFlat, bladeAway],
  glints: [glintsWhite, glintsPale],
  surroundings: [surroundingsColoured, surroundingsNeutral],
};

/** The approach of a part: its own where it differs, its piece's otherwise. `light` is null where the rig's light holds. */
export interface Approach extends PieceApproach {
  readonly light: PartApproach['light'];
}

export function approachOf(part: Pick<Part, 'approach'> | null, piece: Pick<Piece, 'approach'>): Approach {
  const own = part?.approach;
  return {
    light: own?.light ?? null,
    edges: own?.edges ?? piece.approach.edges,
    bounce: own?.bounce ?? piece.approach.bounce,
    blade: own?.blade ?? piece.approach.blade,
    glints: own?.glints ?? piece.approach.glints,
    surroundings: own?.surroundings ?? piece.approach.surroundings,
  };
}

/** Whether the light comes from the viewer's right. */
const fromRight = (clockHours: number) => clockHours > 0 && clockHours < 6;

/** A named light on the side a rig's light comes from: clock and height. */
export function lightAs(
  approach: LightSchemeOption,
  rig: Pick<Rig, 'keyClockHours'>,
): Pick<Rig, 'keyClockHours' | 'keyHeightDeg'> {
  const { clockHours, heightDeg } = approach;
  const mirrored = clockHours > 0 && fromRight(rig.keyClockHours);
  return { keyClockHours: mirrored ? 12 - clockHours : clockHours, keyHeightDeg: heightDeg };
}

/** The rig as a part with this approach meets it: its own light, with or without colour from around. */
export function rigFor(rig: Rig, approach: Approach): Rig {
  const own = lightApproaches.find((l) => l.value === approach.light);
  if (!own && approach.surroundings === 'coloured') return rig;
  return {
    ...rig,
    ...(own ? lightAs(own, rig) : {}),
    ...(approach.surroundings === 'neutral' ? { tint: 0 } : {}),
  };
}

/** Which named light a rig's light is nearest to, within an hour and twelve degrees; null where it is none. */
export const lightApproachOf = (rig: Rig): LightSchemeOption | null =>
  lightApproaches.find((l) => {
    const { keyClockHours, keyHeightDeg } = lightAs(l, rig);
    const apart = Math.abs(((rig.keyClockHours - keyClockHours + 18) % 12) - 6);
    return apart <= 0.75 && Math.abs(rig.keyHeightDeg - keyHeightDeg) <= 12;
  }) ?? null;

/** A limit that an approach sets for a finding: undefined where it sets none, null where the finding is pointless. */
export function approachLimit(
  part: Pick<Part, 'approach'> | null,
  piece: Pick<Piece, 'approach'>,
  finding: FindingId,
): number | null | undefined {
  const approach = approachOf(part, piece);
  let found: number | null | undefined;
  for (const [kind, options] of Object.entries(approaches)) {
    const chosen = (options as readonly LightOption[]).find(
      (o) => o.value === approach[kind as ApproachKind],
    );
    const limit = chosen?.limits?.[finding];
    if (limit === null) return null;
    if (limit !== undefined) found = limit;
  }
  return found;
}
