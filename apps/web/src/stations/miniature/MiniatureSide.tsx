import { plain, viewIn, type PieceSculpt, type Underlay } from '@pale-glint/core';
import { useState, type ReactNode } from 'react';
import { failureOf } from '../../api/http.js';
import { usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import { FileButton } from '../../ui/FileButton.js';
import { NumberField } from '../../ui/NumberField.js';
import { SliderField } from '../../ui/SliderField.js';
import { addPhoto } from './addPhoto.js';
import { SculptSection } from './SculptSection.js';
import { chip, Section, type SectionProps } from './Section.js';
import { useSeen } from '../stationState.js';
import { ViewsSection } from '../views/ViewsSection.js';
import { partTool, scaleTool, straightenTool, strokeTool, type TappedOn, type TapTool } from './tapTools.js';
import { tapTools } from './taps.js';

const BASES = [25, 28.5, 32, 40, 50, 60] as const;
type PhotoProps = Omit<SectionProps, 'propose'>;

interface TapRowProps {
  readonly action: string;
  readonly onTap: () => void;
  readonly children: ReactNode;
}

/** A number, and what is done with it by tapping on the picture. */
function TapRow({ action, onTap, children }: TapRowProps) {
  return (
    <div className="flex items-end gap-2">
      <div className="min-w-0 flex-1">{children}</div>
      <button type="button" className={chip} onClick={onTap}>
        {action}
      </button>
    </div>
  );
}

/** How large the photo is: by the width of the base, or by two places whose distance is known. */
function ScaleFields({ begin, on }: PhotoProps) {
  const [lengthMm, setLength] = useState(30);
  const [baseMm, setBase] = useState(32);
  const scale = (mm: number, base: boolean) => begin(scaleTool(on, mm, base));
  return (
    <>
      <p className="text-label text-g28">
        Scale it by the base: choose its width, then tap both of its ends.
      </p>
      <div className="flex flex-wrap gap-1">
        {BASES.map((mm) => (
          <button key={mm} type="button" className={`${chip} px-2!`} onClick={() => scale(mm, true)}>
            {mm}
          </button>
        ))}
      </div>
      <TapRow action="Tap its ends" onTap={() => scale(baseMm, true)}>
        <NumberField
          label="Another base"
          unit="mm"
          value={baseMm}
          min={5}
          max={300}
          step={0.5}
          onChange={setBase}
        />
      </TapRow>
      <TapRow action="Tap both" onTap={() => scale(lengthMm, false)}>
        <NumberField
          label="Two places"
          unit="mm"
          value={lengthMm}
          min={0.5}
          max={500}
          step={0.5}
          onChange={setLength}
        />
      </TapRow>
    </>
  );
}

function PhotoSection({ begin, on }: PhotoProps) {
  const { store, figureView } = on;
  const [state, setState] = useState<string | null>(null);
  const { underlay: u } = useSeen().views[0];
  const take = async (file: File) => {
    setState('Sending the photo');
    try {
      await addPhoto(store, file, figureView);
      setState(null);
    } catch (error) {
      setState(failureOf(error));
    }
  };
  const change = (recipe: (u: Underlay) => void, gesture?: string) =>
    store.change((d) => recipe(viewIn(d, figureView).underlay!), gesture);
  const end = () => store.endGesture();
  return (
    <Section title="A photo under the parts">
      {!u && (
        <p className="text-label text-g28">
          Taken from where the finished miniature will be seen. Parts are then tapped on it.
        </p>
      )}
      {u && (
        <>
          <ScaleFields begin={begin} on={on} />
          <p role="status" className="text-label text-g28">
            All of the photo is {plain(u.widthPx * u.mmPerPx)} by {plain(u.heightPx * u.mmPerPx)} mm.
          </p>
          <TapRow action="Stand it straight" onTap={() => begin(straightenTool(on))}>
            <NumberField
              label="Turned by"
              unit="°"
              value={u.turnDeg}
              min={-180}
              max={180}
              step={1}
              onChange={(v) => change((p) => void (p.turnDeg = v), 'photo/turn')}
              onEnd={end}
            />
          </TapRow>
          <SliderField
            label="Photo shows"
            value={u.shows}
            onChange={(v) => change((p) => void (p.shows = v), 'photo/shows')}
            onEnd={end}
          />
          <SliderField
            label="Map over it"
            value={u.map}
            onChange={(v) => change((p) => void (p.map = v), 'photo/map')}
            onEnd={end}
          />
          <Check
            checked={u.grey === 'yes'}
            onChange={(grey) => change((p) => void (p.grey = grey ? 'yes' : 'no'))}
          >
            Without its colours
          </Check>
        </>
      )}
      <div className="flex gap-2">
        <FileButton
          label={u ? 'Another photo' : 'Choose a JPEG or PNG'}
          accept="image/jpeg,image/png,image/heic,.jpg,.jpeg,.png,.heic"
          onFiles={([f]) => void take(f)}
        />
        {u && (
          <Button
            look="plain"
            onClick={() => store.change((d) => void (viewIn(d, figureView).underlay = null))}
          >
            Take it away
          </Button>
        )}
      </div>
      {state && (
        <p role="status" className="bg-g10 px-2 py-1 text-label text-g98">
          {state}
        </p>
      )}
    </Section>
  );
}

/** The painter's own miniature: what lies under the parts, and how parts are made from it. */
interface MiniatureSideProps {
  readonly begin: (tool: TapTool) => void;
  readonly propose: (sculpt: PieceSculpt) => void;
  /** What the search for parts has to say. */
  readonly message: string | null;
  /** Why no part can be added; null where one can. */
  readonly full: string | null;
}

export function MiniatureSide({ begin, propose, message, full }: MiniatureSideProps) {
  const store = usePieceStore();
  const [view] = useSeen().views;
  const under = view.underlay !== null || view.sculpts.length > 0;
  const on: TappedOn = { store, figureView: view.id };
  return (
    <aside
      aria-label="Your miniature"
      className="w-74 shrink-0 max-md:w-full max-md:overflow-visible space-y-4 relative overflow-y-auto bg-g96 px-4 py-3"
    >
      <p className="text-lead font-semibold">Your miniature</p>
      {under && (
        <Section title="Tap a part on it">
          {full ? (
            <p className="text-label text-g28">{full}</p>
          ) : (
            <div className="flex flex-wrap gap-1.5">
              {view.underlay && (
                <button type="button" className={chip} onClick={() => begin(strokeTool(on))}>
                  By a stroke
                </button>
              )}
              {tapTools.map((t) => (
                <button key={t.id} type="button" className={chip} onClick={() => begin(partTool(on, t))}>
                  {t.label}
                </button>
              ))}
            </div>
          )}
        </Section>
      )}
      <PhotoSection begin={begin} on={on} />
      <SculptSection begin={begin} on={on} propose={propose} />
      {message && (
        <p role="status" className="bg-g10 px-2 py-1 text-label text-g98">
          {message}
        </p>
      )}
      <ViewsSection />
    </aside>
  );
}
