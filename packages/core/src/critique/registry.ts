import type { FindingId } from '../piece/index.js';
import { blockBands } from './blockBands.js';
import { bounceTooBright } from './bounceTooBright.js';
import { contrast } from './contrast.js';
import type { FindingDefinition } from './definition.js';
import { domeStrip } from './domeStrip.js';
import { edgesOnly } from './edgesOnly.js';
import { equalBands } from './equalBands.js';
import { evenEdges } from './evenEdges.js';
import { flatFigure } from './flatFigure.js';
import { lightOff } from './lightOff.js';
import { noGap } from './noGap.js';
import { ridgeMeeting } from './ridgeMeeting.js';
import { scoopAsDome } from './scoopAsDome.js';
import { tooLittleLight } from './tooLittleLight.js';
import { tooNarrow } from './tooNarrow.js';
import { valueJump } from './valueJump.js';
import { washedOut } from './washedOut.js';
import { wrongLip } from './wrongLip.js';

/** Every finding, in the order a painter would look: light, reflections, edges, brush. */
export const findingDefinitions: Readonly<Record<FindingId, FindingDefinition>> = {
  'flat-figure': flatFigure,
  'light-off': lightOff,
  'scoop-as-dome': scoopAsDome,
  'dome-strip': domeStrip,
  contrast,
  'too-little-light': tooLittleLight,
  'washed-out': washedOut,
  'equal-bands': equalBands,
  'block-bands': blockBands,
  'ridge-meeting': ridgeMeeting,
  'edges-only': edgesOnly,
  'bounce-too-bright': bounceTooBright,
  'no-gap': noGap,
  'even-edges': evenEdges,
  'wrong-lip': wrongLip,
  'value-jump': valueJump,
  'too-narrow': tooNarrow,
};
