import { ownLightFor, type FigureView } from '@pale-glint/core';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { Check } from '../../ui/Check.js';

const WHY = 'Seen by itself: the figure’s light leaves it dull';

/** How a side other than the front is lit: by the figure's light, turned with it, or by one of its own and why. */
export function ViewLight({ view }: { readonly view: FigureView }) {
  const store = usePieceStore();
  const { rig } = usePiece();
  const change = (recipe: (v: FigureView) => void, gesture?: string) =>
    store.change((d) => recipe(d.views.find((v) => v.id === view.id)!), gesture);
  return (
    <section aria-label={`Light of ${view.name}`} className="space-y-2 border-b border-g72 pb-3">
      <h2 className="text-lead font-semibold">{view.name}</h2>
      <p className="text-label text-g28">
        {view.light
          ? 'It keeps a light of its own: drag the light over the map to place it. The main light below is the figure’s, as seen from the front.'
          : 'The light belongs to the figure and turns with it. What is set below is set as seen from the front.'}
      </p>
      <Check
        checked={view.light !== null}
        onChange={(own) => change((v) => void (v.light = own ? ownLightFor(rig, view, WHY) : null))}
      >
        A light of its own
      </Check>
      {view.light && (
        <label className="block text-label text-g28">
          Why
          <input
            className="mt-0.5 w-full border-b border-g72 bg-transparent py-1 text-body text-g10 outline-none focus:border-g10"
            value={view.light.why}
            maxLength={200}
            onChange={(e) =>
              e.target.value && change((v) => void (v.light!.why = e.target.value), `${view.id}/why`)
            }
            onBlur={() => store.endGesture()}
          />
        </label>
      )}
    </section>
  );
}
