import { seenIn, type Piece, type Rig } from '@pale-glint/core';
import { MapStage } from '../../map/MapStage.js';
import { moveLight } from '../../map/moveLight.js';
import { boundsOfPiece } from '../../map/usePicture.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { useDebouncedPiece } from '../../store/useDebouncedPiece.js';
import { ViewSwitch } from '../../map/ViewSwitch.js';
import { SquintPanel } from '../SquintPanel.js';
import { useSeen, useStation } from '../stationState.js';
import { ViewLight } from '../views/ViewLight.js';
import { ViewRow } from '../views/ViewRow.js';
import { Approach } from './Approach.js';
import { LightFields } from './LightFields.js';
import { LightPresets } from './LightPresets.js';
import { NeighbourHandles } from './NeighbourHandles.js';
import { NeighbourList, newNeighbour } from './Neighbours.js';
import { Section } from './Section.js';

/** A new neighbour stands so far beside the piece, and this high on it. */
const BESIDE_MM = 2;
const HEIGHT_SHARE = 0.3;

/** Where the light comes from, what is around, and what should be seen first. */
export function LightStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { sheets, view, setView, after } = useStation();
  const seen = useSeen();
  const [figureView] = seen.views;
  const isFront = figureView.id === piece.views[0].id;
  const { rig } = piece;
  const change = (recipe: (rig: Rig) => void, gesture: string) =>
    store.change((d) => recipe(d.rig), `rig/${gesture}`);
  const changePiece = (recipe: (d: Piece) => void, gesture: string) => store.change(recipe, gesture);
  const end = () => store.endGesture();
  const addNeighbour = () => {
    const b = boundsOfPiece(seenIn(piece, ''), null);
    const at = newNeighbour(piece, b.right + BESIDE_MM, b.bottom + (b.top - b.bottom) * HEIGHT_SHARE);
    store.change((d) => void d.rig.neighbours.push(at));
  };
  return (
    <div className="flex h-full max-md:flex-col max-md:overflow-y-auto">
      <LightPresets
        piece={useDebouncedPiece(piece)}
        rig={rig}
        onTake={(light) => store.change((d) => void Object.assign(d.rig, light))}
      />
      <MapStage
        piece={piece}
        figureView={figureView.id}
        view={view}
        after={after}
        sheets={sheets}
        selected={null}
        closeUp={null}
        {...moveLight(store, figureView.id)}
        handles={(picture, px) =>
          isFront && (
            <NeighbourHandles piece={piece} picture={picture} px={px} change={changePiece} end={end} />
          )
        }
      >
        <div className="absolute top-3 left-4">
          <ViewSwitch value={view} onChange={setView} />
          <ViewRow />
        </div>
        {view === 'squint' && <SquintPanel />}
        {piece.parts.length === 0 && (
          <p className="absolute inset-x-0 top-1/2 mx-auto w-fit rounded-sm bg-g96 px-4 py-2">
            The light is set; the piece has no part yet to show it.
          </p>
        )}
      </MapStage>
      <aside
        aria-label="Light and surroundings"
        className="w-80 shrink-0 space-y-4 relative overflow-y-auto bg-g96 px-4 py-3 max-xl:w-74 max-md:w-full max-md:overflow-visible"
      >
        {!isFront && <ViewLight view={figureView} />}
        <Section rig={rig} change={change} end={end} />
        <LightFields piece={piece} change={change} end={end} />
        <Approach piece={piece} />
        <NeighbourList piece={piece} change={changePiece} end={end} onAdd={addNeighbour} />
      </aside>
    </div>
  );
}
