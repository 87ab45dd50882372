import type { FormOf, Part } from '@pale-glint/core';
import { Choice } from '../ui/Choice.js';
import { NumberField } from '../ui/NumberField.js';

const MOST = 12;
const NEW = { side: 'right', at: 0.5, widthMm: 1.5, depthMm: 0.8 } as const;

interface NotchFieldsProps {
  readonly part: Part;
  readonly change: (recipe: (part: Part) => void, gesture: string) => void;
  readonly end: () => void;
}

/** Notches in the edges of a blade. */
export function NotchFields({ part, change, end }: NotchFieldsProps) {
  if (part.form.kind !== 'blade') return null;
  const { notches } = part.form;
  const on = (recipe: (notches: FormOf<'blade'>['notches']) => void, what: string) =>
    change((p) => void (p.form.kind === 'blade' && recipe(p.form.notches)), `${part.id}/notch/${what}`);
  const small = 'min-h-6 text-label font-semibold underline';
  return (
    <div className="py-1">
      {notches.map((n, i) => (
        <fieldset key={i} className="border-l-2 border-g72 pl-2">
          <legend className="flex w-full items-baseline justify-between pt-1 text-label">
            Notch {i + 1}
            <button type="button" className={small} onClick={() => on((l) => void l.splice(i, 1), 'remove')}>
              Mend
            </button>
          </legend>
          <Choice
            label="Edge"
            value={n.side}
            options={[
              { value: 'left', label: 'left' },
              { value: 'right', label: 'right' },
            ]}
            onChange={(side) => on((l) => void (l[i].side = side), `${i}/side`)}
          />
          <NumberField
            label="From the heel"
            unit="%"
            value={n.at}
            scale={100}
            min={0.03}
            max={0.97}
            step={0.01}
            onChange={(v) => on((l) => void (l[i].at = v), `${i}/at`)}
            onEnd={end}
          />
          <NumberField
            label="Along the edge"
            unit="mm"
            value={n.widthMm}
            min={0.1}
            max={50}
            step={0.1}
            onChange={(v) => on((l) => void (l[i].widthMm = v), `${i}/width`)}
            onEnd={end}
          />
          <NumberField
            label="Deep"
            unit="mm"
            value={n.depthMm}
            min={0.05}
            max={50}
            step={0.05}
            onChange={(v) => on((l) => void (l[i].depthMm = v), `${i}/depth`)}
            onEnd={end}
          />
        </fieldset>
      ))}
      {notches.length < MOST && (
        <button type="button" className={small} onClick={() => on((l) => void l.push({ ...NEW }), 'add')}>
          Add a notch
        </button>
      )}
    </div>
  );
}
