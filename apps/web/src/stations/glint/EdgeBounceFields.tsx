import { midValue, type Adjustment, type AdjustmentOf, type Part } from '@pale-glint/core';
import { usePieceStore } from '../../store/PieceContext.js';
import { NumberField } from '../../ui/NumberField.js';
import { handEdits } from './handEdits.js';

/** Width of the dark gap before a bounce that was not changed yet. */
const FIRST_GAP = 0.6;

interface EdgeBounceFieldsProps {
  readonly part: Part;
  /** What is changed by hand on the part. */
  readonly own: readonly Adjustment[];
  readonly steps: number;
}

const found = <K extends Adjustment['kind']>(own: readonly Adjustment[], kind: K) =>
  own.find((a): a is AdjustmentOf<K> => a.kind === kind);

/** Value of all edges, and of the light from below with its gap. */
export function EdgeBounceFields({ part, own, steps }: EdgeBounceFieldsProps) {
  const store = usePieceStore();
  const end = () => store.endGesture();
  const toStep = (v: number) => Math.round((v * (steps - 1) + 1) * 10) / 10;
  const fromStep = (s: number) => (s - 1) / (steps - 1);
  const edge = found(own, 'edge');
  const bounce = found(own, 'bounce');
  const { peak, gap } = bounce ?? { peak: midValue(steps), gap: FIRST_GAP };
  const setBounce = (over: { peak?: number; gap?: number }) =>
    handEdits.put(store, part.id, { kind: 'bounce', peak, gap, ...over }, `${part.id}/bounce`);
  return (
    <section aria-label="Edges and bounce">
      <NumberField
        label={edge ? 'All edges at step' : 'Graded edges; hold at'}
        unit="step"
        value={edge ? toStep(edge.value) : steps - 1}
        min={1}
        max={steps}
        step={0.5}
        onChange={(s) =>
          handEdits.put(store, part.id, { kind: 'edge', value: fromStep(s) }, `${part.id}/edge`)
        }
        onEnd={end}
      />
      <NumberField
        label={bounce ? 'Bounce at step' : 'Computed bounce; set to'}
        unit="step"
        value={toStep(peak)}
        min={1}
        max={steps}
        step={0.5}
        onChange={(s) => setBounce({ peak: fromStep(s) })}
        onEnd={end}
      />
      <NumberField
        label="Its dark gap"
        unit="%"
        value={gap}
        scale={100}
        min={0}
        max={1}
        step={0.05}
        onChange={(to) => setBounce({ gap: to })}
        onEnd={end}
      />
    </section>
  );
}
