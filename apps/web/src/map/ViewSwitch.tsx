import type { ExposureView } from '@pale-glint/core';
import { SwitchBar } from '../ui/SwitchBar.js';
import type { MapView } from '../workers/protocol.js';

/** A squint is the painted map, seen small and blurred. */
export type ShownView = MapView | 'squint';

/** What the worker paints for a view. */
export const paintedView = (view: ShownView): MapView => (view === 'squint' ? 'painted' : view);

export const VIEWS: readonly { value: ShownView; label: string; description: string }[] = [
  { value: 'painted', label: 'Painted', description: 'as it will look' },
  { value: 'values', label: 'Values', description: 'light and dark alone' },
  { value: 'zones', label: 'Zones', description: 'what each step covers' },
  { value: 'lines', label: 'Lines', description: 'borders, horizons, edges, dots' },
  { value: 'tint', label: 'Tint', description: 'the colour that sky, ground and neighbours lend' },
  { value: 'squint', label: 'Squint', description: 'small and blurred, as from two metres' },
];

/** What wear follows, as pictures: asked for beside the wear, not in the row of views. */
export const EXPOSURES: readonly { view: ExposureView; label: string; shows: string }[] = [
  { view: 'exposed-rub', label: 'what is rubbed', shows: 'where hands, sheaths and ground rub it' },
  { view: 'exposed-recess', label: 'what is closed in', shows: 'joints, grooves and places that lie deep' },
  { view: 'exposed-up', label: 'what faces up', shows: 'where dust and light settle' },
  { view: 'exposed-water', label: 'where water goes', shows: 'where it runs, and stands' },
  { view: 'exposed-heat', label: 'where it is hot', shows: 'what is near something that glows' },
];

/** What a picture of a view shows, in words. */
export const wordsOf = (view: ShownView): string =>
  EXPOSURES.find((e) => e.view === view)?.label ?? paintedView(view);

/** What a view shows that does not explain itself. */
const LEGEND: Partial<Readonly<Record<ShownView, string>>> = {
  lines:
    'The numbers follow the brightest dot of each part from the top down: the path the eye takes. One that stands aside from it is worth a second look.',
};

/** How the map is shown. */
export function ViewSwitch({ value, onChange }: { value: ShownView; onChange: (view: ShownView) => void }) {
  return (
    <>
      <SwitchBar label="Show the map as" value={value} options={VIEWS} onChange={onChange} />
      {LEGEND[value] && (
        <p className="mt-1 max-w-80 rounded-sm bg-g10 px-2.5 py-1.5 text-label text-g88">{LEGEND[value]}</p>
      )}
    </>
  );
}
