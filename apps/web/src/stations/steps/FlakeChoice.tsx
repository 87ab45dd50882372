import { metals, type Metal } from '@pale-glint/core';
import { Choice } from '../../ui/Choice.js';

interface FlakeChoiceProps {
  /** What the flakes are meant to be. */
  readonly metal: Metal;
  readonly onMetal: (metal: Metal) => void;
}

/** Which metal the flakes shall look like: their steps are taken from the shelf at once. */
export function FlakeChoice({ metal, onMetal }: FlakeChoiceProps) {
  return (
    <div className="w-64 space-y-1">
      <h2 className="text-label font-semibold">Another metal</h2>
      <Choice
        label="It shall look like"
        value={metal.id}
        options={[
          ...metals.map((m) => ({ value: m.id, label: m.label })),
          ...(metals.some((m) => m.id === metal.id) ? [] : [{ value: metal.id, label: metal.label }]),
        ]}
        onChange={(id) => {
          const chosen = metals.find((m) => m.id === id);
          if (chosen) onMetal(chosen);
        }}
      />
      <p className="pt-1 text-label text-g28">
        True metal is made from the flakes you have, not mixed to a value: its lights come from how it is
        turned. Change a mix by hand, or choose another approach.
      </p>
    </div>
  );
}
