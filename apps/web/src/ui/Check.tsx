import { Check as Tick } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useId, type ReactNode } from 'react';

interface CheckProps {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}

/** A yes or no with its words beside it. */
export function Check({ checked, onChange, children }: CheckProps) {
  const id = useId();
  return (
    <span className="flex items-center gap-2 text-label">
      <Checkbox.Root
        id={id}
        checked={checked}
        onCheckedChange={(next) => onChange(next === true)}
        className="grid size-5 shrink-0 place-items-center rounded-[3px] bg-g98 ring-1 ring-g50 data-[state=checked]:bg-g10"
      >
        <Checkbox.Indicator>
          <Tick size={15} className="text-g98" />
        </Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id}>{children}</label>
    </span>
  );
}
