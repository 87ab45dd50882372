import { ToggleGroup } from 'radix-ui';

interface SwitchBarProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string; readonly description: string }[];
  readonly onChange: (value: T) => void;
}

/** One of a few ways, as a dark bar over the picture; what each does is told at rest. */
export function SwitchBar<T extends string>({ label, value, options, onChange }: SwitchBarProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(v) => v && onChange(v as T)}
      aria-label={label}
      className="flex rounded-sm bg-g10 p-1"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          title={o.description}
          className="narrow rounded-[2px] px-2.5 py-1.5 text-label font-medium text-g88 hover:bg-g28 data-[state=on]:bg-g98 data-[state=on]:font-bold data-[state=on]:text-g05"
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
