import { useId } from 'react';
import { Why } from './Why.js';

interface ColourFieldProps {
  readonly label: string;
  readonly why?: string;
  readonly value: string;
  readonly onChange: (hex: string) => void;
  readonly onEnd: () => void;
}

/** A colour of the surroundings, by the system's own picker. */
export function ColourField({ label, why, value, onChange, onEnd }: ColourFieldProps) {
  const id = useId();
  return (
    <div className="flex items-center justify-between gap-2 border-b border-g82 py-1 focus-within:border-g10">
      <span>
        <label htmlFor={id} className="text-label text-g28">
          {label}
        </label>
        {why && <Why of={label} text={why} />}
      </span>
      <span className="flex items-center gap-2">
        <span className="narrow text-label text-g38">{value}</span>
        <input
          id={id}
          type="color"
          value={value}
          onChange={(e) => onChange(e.target.value)}
          onBlur={onEnd}
          className="h-6 w-10 cursor-pointer rounded-sm border border-g72 bg-transparent p-0"
        />
      </span>
    </div>
  );
}
