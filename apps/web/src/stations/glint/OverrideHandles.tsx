import { adjustmentsOf, modelOf, pose } from '@pale-glint/core';
import { useMemo } from 'react';
import { BandHandles } from './BandHandles.js';
import { frameOf, type OverrideHandlesProps } from './handleFrame.js';
import { GlintHandles, PlaceHandles } from './PlaceHandles.js';

/** Everything of the chosen part that the hand can take hold of. */
export function OverrideHandles(props: OverrideHandlesProps) {
  const { part, piece, mode } = props;
  const own = useMemo(() => adjustmentsOf(part, piece), [part, piece]);
  const model = useMemo(() => pose(modelOf(part.form), part.place), [part.form, part.place]);
  const more = { ...props, own, model, frame: frameOf(part) };
  return (
    <g strokeWidth={1.6 / props.px}>
      {mode === 'bands' && <BandHandles {...more} />}
      {mode === 'bands' && <GlintHandles {...more} />}
      {mode !== 'bands' && <PlaceHandles {...more} />}
    </g>
  );
}
