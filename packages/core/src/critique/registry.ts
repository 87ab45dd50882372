import type { FindingId } from '../piece/index.js';
import { blockBands } from './blockBands.js';
import { bounceTooBright } from './bounceTooBright.js';
import { contrast } from './contrast.js';
import type { FindingDefinition } from './definition.js';
import { dotInShade } from './dotInShade.js';
import { domeStrip } from './domeStrip.js';
import { edgesOnly } from './edgesOnly.js';
import { equalBands } from './equalBands.js';
import { evenEdges } from './evenEdges.js';
import { facetsExchanged } from './facetsExchanged.js';
import { flatFigure } from './flatFigure.js';
import { ladderInverted } from './ladderInverted.js';
import { lightOff } from './lightOff.js';
import { noGap } from './noGap.js';
import { overContrast } from './overContrast.js';
import { ridgeMeeting } from './ridgeMeeting.js';
import { scoopAsDome } from './scoopAsDome.js';
import { stripeAcross } from './stripeAcross.js';
import { tooLittleLight } from './tooLittleLight.js';
import { tooMuchPlanned } from './tooMuchPlanned.js';
import { tooNarrow } from './tooNarrow.js';
import { valueJump } from './valueJump.js';
import { washedOut } from './washedOut.js';
import { wrongLip } from './wrongLip.js';

/** Every finding, in the order a painter would look: light, reflections, edges, brush. */
export const findingDefinitions: Readonly<Record<FindingId, FindingDefinition>> = {
  'ladder-inverted': ladderInverted,
  'too-much-planned': tooMuchPlanned,
  'flat-figure': flatFigure,
  'light-off': lightOff,
  'scoop-as-dome': scoopAsDome,
  'dome-strip': domeStrip,
  'stripe-across': stripeAcross,
  'facets-exchanged': facetsExchanged,
  contrast,
  'over-contrast': overContrast,
  'too-little-light': tooLittleLight,
  'washed-out': washedOut,
  'equal-bands': equalBands,
  'block-bands': blockBands,
  'ridge-meeting': ridgeMeeting,
  'edges-only': edgesOnly,
  'bounce-too-bright': bounceTooBright,
  'no-gap': noGap,
  'dot-in-shade': dotInShade,
  'even-edges': evenEdges,
  'wrong-lip': wrongLip,
  'value-jump': valueJump,
  'too-narrow': tooNarrow,
};
