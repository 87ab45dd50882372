import { NumberField } from './NumberField.js';

interface FieldProps<T> {
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** What a piece is called; the placeholder stands where it is left empty. */
export function PieceName({
  value,
  onChange,
  placeholder,
  first = false,
}: FieldProps<string> & { readonly placeholder: string; readonly first?: boolean }) {
  return (
    <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28">
      Its name
      <input
        autoFocus={first}
        className="flex-1 bg-transparent text-right font-semibold text-g10 outline-none"
        value={value}
        maxLength={120}
        placeholder={placeholder}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

export const PieceHeight = (
  field: FieldProps<number> & { readonly why?: string; readonly onEnd?: () => void },
) => <NumberField label="Foot to crown" unit="mm" min={1} max={1000} step={1} {...field} />;

export const PieceCopies = ({ value, onChange }: FieldProps<number>) => (
  <NumberField
    label="How many alike"
    unit=""
    value={value}
    min={1}
    max={500}
    step={1}
    onChange={(v) => onChange(Math.round(v))}
  />
);
