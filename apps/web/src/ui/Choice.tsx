import { Why } from './Why.js';
import { useId } from 'react';

interface ChoiceProps<T extends string> {
  readonly label: string;
  /** Why it is asked for, on demand. */
  readonly why?: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
}

/** One of a few words, as the system's own list: works with keyboard, finger and reader alike. */
export function Choice<T extends string>({ label, why, value, options, onChange }: ChoiceProps<T>) {
  const id = useId();
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-2 border-b border-g82 py-1 focus-within:border-g10">
      <span className="whitespace-nowrap">
        <label htmlFor={id} className="text-label text-g28">
          {label}
        </label>
        {why && <Why of={label} text={why} />}
      </span>
      <select
        id={id}
        className="ml-auto max-w-full field-sizing-content truncate bg-transparent text-right font-semibold outline-none"
        title={options.find((o) => o.value === value)?.label}
        value={value}
        onChange={(e) => onChange(e.target.value as T)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  );
}
