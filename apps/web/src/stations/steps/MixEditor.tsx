import { Alert } from '../../ui/Alert.js';
import {
  aimsOf,
  closeness,
  deltaE,
  labToHex,
  mixText,
  mixedKinds,
  paintsById,
  plain,
  schools,
  stepLab,
  type Lab,
  type Ladder,
  type Mix,
  type Opposites,
  type OtherMix,
  type Paint,
} from '@pale-glint/core';
import { Popover } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/NumberField.js';
import { useMixSearch } from '../../workers/useMixSearch.js';

const MOST_PAINTS = 4;
/** Farther off than this a mix of opposites is another colour. */
const NEAR = 8;
const SHARES: Record<OtherMix['sharing'], string> = {
  first: 'a fresh pile',
  add: 'adds to the pile before',
  share: 'shares a paint',
  fresh: 'a fresh pile',
};

interface MixEditorProps {
  readonly ladder: Ladder;
  readonly index: number;
  readonly paints: readonly Paint[];
  readonly out: readonly string[];
  readonly onTake: (mix: Mix, water: number) => void;
}

/** The paints of a mix with their parts, and one more. */
function MixParts({
  mix,
  free,
  byId,
  onMix,
}: {
  mix: Mix;
  /** Paints that may be added. */
  free: readonly Paint[];
  byId: ReadonlyMap<string, Paint>;
  onMix: (mix: Mix) => void;
}) {
  return (
    <>
      <ul className="space-y-1">
        {mix.map((m, i) => (
          <li key={m.paint} className="flex items-center gap-2 text-label">
            <span className="size-6 shrink-0" style={{ background: byId.get(m.paint)?.hex }} />
            <span className="min-w-0 flex-1 truncate">{byId.get(m.paint)?.name}</span>
            <input
              type="number"
              aria-label={`Parts of ${byId.get(m.paint)?.name}`}
              className="w-14 bg-g98 px-1 text-right font-semibold ring-1 ring-g72 outline-none focus:ring-2 focus:ring-g10"
              min={1}
              max={99}
              value={m.parts}
              onChange={(e) => {
                const parts = Math.round(Number(e.target.value));
                if (parts >= 1 && parts <= 99) onMix(mix.map((o, k) => (k === i ? { ...o, parts } : o)));
              }}
            />
            <button
              type="button"
              className="underline underline-offset-2 disabled:text-g50"
              disabled={mix.length === 1}
              aria-label={`Without ${byId.get(m.paint)?.name}`}
              onClick={() => onMix(mix.filter((_, k) => k !== i))}
            >
              out
            </button>
          </li>
        ))}
      </ul>
      {mix.length < MOST_PAINTS && (
        <select
          aria-label="One more paint"
          className="w-full bg-g98 px-1 py-1 text-label ring-1 ring-g72"
          value=""
          onChange={(e) => onMix([...mix, { paint: e.target.value, parts: 1 }])}
        >
          <option value="">one more paint</option>
          {free.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}

/** A mix that may be taken, with what speaks for it. */
function MixOffer({
  lab,
  title,
  note,
  onTake,
}: {
  lab: Lab;
  title: string;
  note: string;
  onTake: () => void;
}) {
  return (
    <button
      type="button"
      className="flex w-full items-center gap-2 py-1 text-left text-label hover:bg-g88"
      onClick={onTake}
    >
      <span className="size-8 shrink-0" style={{ background: labToHex(lab) }} />
      <span>
        <span className="block font-semibold">{title}</span>
        <span className="text-g28">{note}</span>
      </span>
    </button>
  );
}

const othersNote = (o: OtherMix, aim: Lab) =>
  `${closeness(deltaE(o.lab, aim))}, ${SHARES[o.sharing]}` +
  (o.moreToOpen > 0 ? `, ${o.moreToOpen} more to open` : '');

type OtherMixesProps = Omit<MixEditorProps, 'onTake'> & {
  readonly byId: ReadonlyMap<string, Paint>;
  readonly aim: Lab;
  readonly onMix: (mix: Mix) => void;
};

/** Other mixes for a step, once they are asked for. */
function OtherMixes({ ladder, index, paints, out, byId, aim, onMix }: OtherMixesProps) {
  const [others, setOthers] = useState<readonly OtherMix[] | null>(null);
  const [opposites, setOpposites] = useState<Opposites | null>(null);
  const { state, search } = useMixSearch();
  const look = () =>
    void search('others', { ladder, paints, out, step: index }, (r) => {
      setOthers(r.others);
      setOpposites(r.opposites && deltaE(r.opposites.lab, aim) < NEAR ? r.opposites : null);
    });
  return (
    <>
      {others ? (
        <ul aria-label="Others that come near" className="divide-y divide-g82 border-y border-g82">
          {others.map((o) => (
            <li key={mixText(o.mix, byId)}>
              <MixOffer
                lab={o.lab}
                title={mixText(o.mix, byId)}
                note={othersNote(o, aim)}
                onTake={() => onMix(o.mix)}
              />
            </li>
          ))}
          {others.length === 0 && <li className="py-1 text-label">None of your paints can be mixed.</li>}
        </ul>
      ) : (
        <button
          type="button"
          className="text-label underline underline-offset-2 disabled:text-g50"
          disabled={state.kind === 'busy'}
          onClick={look}
        >
          {state.kind === 'busy' ? 'Looking' : 'Others that come near'}
        </button>
      )}
      {opposites && (
        <MixOffer
          lab={opposites.lab}
          title={`From opposites: ${mixText(opposites.mix, byId)}`}
          note={`${closeness(opposites.off)}; more ${byId.get(opposites.darkens)?.name} darkens it. Test it: such mixes are the least sure.`}
          onTake={() => onMix(opposites.mix)}
        />
      )}
      {state.kind === 'failed' && <Alert className="px-2 py-1">{state.message}</Alert>}
    </>
  );
}

function Fields({ close, onTake, ...step }: MixEditorProps & { close: () => void }) {
  const { ladder, index, paints, out } = step;
  const { mix: first, water: thinned } = ladder.steps[index];
  const [mix, setMix] = useState<Mix>(first);
  const [water, setWater] = useState(thinned);
  const byId = useMemo(() => paintsById(paints), [paints]);
  const aim = useMemo(() => aimsOf(ladder, paints)[index], [ladder, paints, index]);
  const lab = useMemo(() => stepLab({ ...ladder.steps[index], mix }, byId), [ladder, index, mix, byId]);
  const flake = schools[ladder.school].metal === 'flake';
  const free = mixedKinds(ladder.school).flatMap((kind) =>
    paints.filter((p) => p.kind === kind && !out.includes(p.id) && !mix.some((m) => m.paint === p.id)),
  );
  const off = deltaE(lab, aim);
  return (
    <div className="space-y-2">
      <div className="flex h-14">
        <span className="w-2/3" style={{ background: labToHex(lab) }} title="this mix, dry" />
        <span className="w-1/3" style={{ background: labToHex(aim) }} title="what the step aims at" />
      </div>
      <p role="status" className="text-label">
        {flake ? (
          `About value ${plain(lab.l, 0)} seen from the front; how flakes mix is not predicted: test it.`
        ) : (
          <>
            Value {plain(lab.l, 0)}, aimed at {plain(aim.l, 0)}:{' '}
            <span className="font-semibold">{closeness(off)}</span> ({plain(off, 1)})
          </>
        )}
      </p>
      <MixParts mix={mix} free={free} byId={byId} onMix={setMix} />
      <NumberField
        label={`${flake ? 'Medium' : 'Water'} to 1 paint`}
        unit=""
        value={water}
        min={0}
        max={20}
        step={0.25}
        onChange={setWater}
      />
      <div className="flex gap-2 pt-1">
        <Button
          onClick={() => {
            onTake(mix, water);
            close();
          }}
        >
          Mix it so
        </Button>
        <Button look="plain" onClick={close}>
          Leave it
        </Button>
      </div>
      {!flake && <OtherMixes {...step} byId={byId} aim={aim} onMix={setMix} />}
    </div>
  );
}

/** A step's mix by hand: judged while it is changed, with others that come near. What is taken counts as settled. */
export function MixEditor(props: MixEditorProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`Change the mix of step ${props.index + 1}`}
        className="underline underline-offset-2"
      >
        change the mix
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={8}
          collisionPadding={12}
          aria-label={`Mix of step ${props.index + 1}`}
          className="z-20 max-h-(--radix-popover-content-available-height) w-80 overflow-y-auto rounded-sm bg-g96 p-3 shadow-lg ring-1 ring-g50 outline-none"
        >
          <Fields {...props} close={() => setOpen(false)} />
          <Popover.Arrow className="fill-g50" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
