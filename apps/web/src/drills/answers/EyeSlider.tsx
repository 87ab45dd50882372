import { Slider } from 'radix-ui';

interface EyeSliderProps {
  readonly label: string;
  /** 0..100 */
  readonly value: number;
  readonly valueText: string;
  readonly onChange: (value: number) => void;
}

/** A broad slider for what is set by eye, from 0 to 100. */
export const EyeSlider = ({ label, value, valueText, onChange }: EyeSliderProps) => (
  <Slider.Root
    className="relative flex h-11 min-w-48 flex-1 touch-none items-center"
    min={0}
    max={100}
    step={1}
    value={[value]}
    onValueChange={([v]) => onChange(v)}
  >
    <Slider.Track className="h-1 flex-1 bg-g38" />
    <Slider.Thumb
      aria-label={label}
      aria-valuetext={valueText}
      className="block h-9 w-4 rounded-xs bg-g96 ring-2 ring-g10"
    />
  </Slider.Root>
);
