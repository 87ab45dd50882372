import { Slider } from 'radix-ui';

interface SliderFieldProps {
  readonly label: string;
  /** 0..1 */
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly onEnd: () => void;
}

/** A share that is judged by eye and not typed. */
export function SliderField({ label, value, onChange, onEnd }: SliderFieldProps) {
  return (
    <div className="flex items-center gap-3 border-b border-g82 py-1">
      <span className="w-28 shrink-0 text-label text-g28">{label}</span>
      <Slider.Root
        className="relative flex h-6 flex-1 touch-none items-center"
        min={0}
        max={100}
        step={5}
        value={[Math.round(value * 100)]}
        onValueChange={([v]) => onChange(v / 100)}
        onValueCommit={onEnd}
      >
        <Slider.Track className="h-0.5 flex-1 bg-g62">
          <Slider.Range className="absolute h-0.5 bg-g05" />
        </Slider.Track>
        <Slider.Thumb aria-label={label} className="block h-4.5 w-2 rounded-xs bg-g05" />
      </Slider.Root>
      <span className="w-11 text-right text-label font-semibold">{Math.round(value * 100)} %</span>
    </div>
  );
}
