import { ToggleGroup } from 'radix-ui';
import type { MapView } from '../workers/protocol.js';

const VIEWS: readonly { value: MapView; label: string; says: string }[] = [
  { value: 'painted', label: 'Painted', says: 'as it will look' },
  { value: 'values', label: 'Values', says: 'light and dark alone' },
  { value: 'zones', label: 'Zones', says: 'what each step covers' },
  { value: 'lines', label: 'Lines', says: 'borders, horizons, edges, dots' },
];

/** How the map is shown. */
export function ViewSwitch({ value, onChange }: { value: MapView; onChange: (view: MapView) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(v) => v && onChange(v as MapView)}
      aria-label="Show the map as"
      className="flex gap-4"
    >
      {VIEWS.map((v) => (
        <ToggleGroup.Item
          key={v.value}
          value={v.value}
          title={v.says}
          className="border-b-2 border-transparent pb-1 text-label font-medium text-g05 hover:border-g28 data-[state=on]:border-g98 data-[state=on]:font-bold data-[state=on]:text-g98"
        >
          {v.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
