import { FORM_KINDS, forms, namesOfParts, writePiece, type FormKind, type Part } from '@pale-glint/core';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api } from '../api/pieces.js';
import { pieceOf, TILES } from './tiles.js';
import { useMixedFromShelf } from './useMixedFromShelf.js';
import { moveLight } from '../map/moveLight.js';
import { MapStage } from '../map/MapStage.js';
import { FinishFields, SizeFields } from '../map/PartForm.js';
import { useSheets } from '../map/useSheets.js';
import { OrderList } from '../stations/order/OrderList.js';
import { PieceStore } from '../store/pieceStore.js';
import { Button } from '../ui/Button.js';
import { PageHeader } from '../ui/PageHeader.js';
import { Thumb } from '../map/Thumb.js';
import { ViewSwitch, type ShownView } from '../map/ViewSwitch.js';
import type { AfterLayer } from '../workers/protocol.js';

/** This piece lives in the page until the painter keeps it. */
const looseWorld = {
  save: () => new Promise<never>(() => undefined),
  stored: () => new Promise<never>(() => undefined),
  keep: () => undefined,
  after: () => () => undefined,
};

/** Every form as a picture of its own to press. */
function FormTiles({ kind, onTake }: { kind: FormKind; onTake: (kind: FormKind) => void }) {
  return (
    <div className="grid grid-cols-3 gap-2">
      {TILES.map((tile) => (
        <button
          key={tile.kind}
          type="button"
          aria-pressed={kind === tile.kind}
          title={forms[tile.kind].serves}
          onClick={() => onTake(tile.kind)}
          className="aria-pressed:bg-g10 aria-pressed:text-g98 hover:bg-g82 p-1 text-left"
        >
          <Thumb piece={tile.piece} width={68} height={62} />
          <span className="narrow block pt-0.5 text-label leading-tight">
            {forms[tile.kind].label.replace(' with a ridge', '')}
          </span>
        </button>
      ))}
    </div>
  );
}

/** The quick door: a form, its size, the light; the map and the painting order at once. */
export function OnePart() {
  const [params] = useSearchParams();
  const [store] = useState(
    () => new PieceStore(pieceOf(FORM_KINDS.find((k) => k === params.get('form')) ?? 'blade'), 1, looseWorld),
  );
  const { piece, planned, mixed } = useMixedFromShelf(store);
  const sheets = useSheets(planned);
  const { order } = sheets;
  const [view, setView] = useState<ShownView>('painted');
  const [after, setAfter] = useState<AfterLayer | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const navigate = useNavigate();
  const part = piece.parts[0];
  const change = (recipe: (p: Part) => void, gesture: string) =>
    store.change((d) => recipe(d.parts[0]), gesture);

  const keep = async () => {
    setNote('Keeping it');
    try {
      const saved = await api.add(
        writePiece({ ...piece, id: `part-${Date.now().toString(36)}`, name: part.name }),
        'copy',
      );
      await navigate(`/pieces/${saved.id}/glint`);
    } catch (error) {
      setNote(
        `Not kept: ${error instanceof Error ? error.message : String(error)} It is still here; try again.`,
      );
    }
  };

  return (
    <div className="flex h-full flex-col">
      <PageHeader title="Just one part">
        {note && (
          <p role="status" className="text-label">
            {note}
          </p>
        )}
        <Button look="plain" onClick={() => void keep()}>
          Keep it as a piece
        </Button>
      </PageHeader>
      <main className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <section
          aria-label="What it is"
          className="relative w-74 shrink-0 space-y-3 overflow-y-auto bg-g96 p-4 max-md:w-full max-md:overflow-visible"
        >
          <h2 className="text-label text-g28">What form is it?</h2>
          <FormTiles
            kind={part.form.kind}
            onTake={(kind) => {
              setAfter(null);
              store.change((d) => {
                d.parts[0].form = forms[kind].defaults;
                d.parts[0].name = forms[kind].label;
              });
            }}
          />
          <section aria-label="Size and finish">
            <SizeFields key={part.form.kind} part={part} change={change} end={() => store.endGesture()} />
            <FinishFields
              part={part}
              ladders={piece.ladders}
              change={change}
              changePiece={(recipe, gesture) => store.change(recipe, gesture)}
            />
          </section>
        </section>
        <MapStage
          piece={planned}
          view={view}
          after={after}
          sheets={sheets}
          selected={view === 'zones' ? part.id : null}
          closeUp={null}
          {...moveLight(store)}
        >
          <div className="absolute top-3 left-4">
            <ViewSwitch value={view} onChange={setView} />
          </div>
        </MapStage>
        <section
          aria-label="Painting order"
          className="relative w-104 shrink-0 overflow-y-auto bg-g82 max-md:w-full max-md:overflow-visible"
        >
          {order.length === 0 || !mixed ? (
            <p role="status" className="p-4 text-g28">
              {mixed ? 'Working out the order.' : 'Mixing it from your shelf.'}
            </p>
          ) : (
            <OrderList order={order} names={namesOfParts(piece)} after={after} onLook={setAfter} allOpen />
          )}
        </section>
      </main>
    </div>
  );
}
