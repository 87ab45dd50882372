import { Alert } from '../ui/Alert.js';
import {
  FINISHES,
  LEFT,
  OPACITIES,
  PAINT_KINDS,
  percent,
  plain,
  TINTS,
  type ShelfPaint,
} from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../ui/Button.js';
import { Choice } from '../ui/Choice.js';
import { ColourField } from '../ui/ColourField.js';
import { StandIns } from './StandIns.js';

const same = <T extends string>(list: readonly T[]) => list.map((value) => ({ value, label: value }));
const MIXED = '';

interface PotSideProps {
  readonly chosen: readonly ShelfPaint[];
  readonly shelf: readonly ShelfPaint[];
  /** Names of all other pots, in lower case. */
  readonly taken: ReadonlySet<string>;
  readonly onChange: (over: Partial<ShelfPaint>) => void;
  readonly onRemove: () => void;
  readonly onDone: () => void;
}

/** A field that takes effect when it is left, where what it holds is acceptable. */
function TextField({
  label,
  value,
  most,
  wrong,
  onChange,
}: {
  label: string;
  value: string;
  most: number;
  wrong: (text: string) => string | null;
  onChange: (text: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const message = text === null ? null : wrong(text);
  return (
    <div>
      <label className="flex items-baseline justify-between gap-2 border-b border-g82 py-1 text-label text-g28 focus-within:border-g10">
        {label}
        <input
          className="min-w-0 flex-1 bg-transparent text-right font-semibold text-g10 outline-none"
          value={text ?? value}
          maxLength={most}
          aria-invalid={message !== null}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          onBlur={() => {
            if (text !== null && message === null && text !== value) onChange(text);
            setText(null);
          }}
        />
      </label>
      {message && <Alert className="px-2 py-1">{message}</Alert>}
    </div>
  );
}

interface OnePotProps extends Pick<PotSideProps, 'onChange'> {
  readonly paint: ShelfPaint;
}

/** What one pot alone has: its name, its code, its colour. */
function PotFields({ paint, taken, onChange }: OnePotProps & Pick<PotSideProps, 'taken'>) {
  const [picked, setPicked] = useState<string | null>(null);
  const wrongName = (t: string) => {
    if (t.trim() === '') return 'Accepted: 1 to 80 characters';
    return taken.has(t.trim().toLowerCase()) ? 'Another pot has this name' : null;
  };
  const covers = paint.kind === 'paint' || paint.kind === 'primer';
  return (
    <>
      <TextField
        label="Name"
        value={paint.name}
        most={80}
        wrong={wrongName}
        onChange={(name) => onChange({ name: name.trim() })}
      />
      <TextField
        label="Code on the pot"
        value={paint.code}
        most={40}
        wrong={() => null}
        onChange={(code) => onChange({ code })}
      />
      <TextField
        label={covers ? 'Dried colour' : 'One coat over white'}
        value={paint.hex}
        most={7}
        wrong={(t) =>
          /^#[0-9a-f]{6}$/i.test(t) ? null : 'Accepted: # and six hexadecimal digits, for example #3a4550'
        }
        onChange={(hex) => onChange({ hex: hex.toLowerCase(), guessed: 'no' })}
      />
      <ColourField
        label="Choose by eye"
        value={picked ?? paint.hex}
        onChange={setPicked}
        onEnd={() => {
          if (picked !== null && picked !== paint.hex) onChange({ hex: picked, guessed: 'no' });
          setPicked(null);
        }}
      />
      {paint.guessed === 'yes' && (
        <p role="note" className="border-l-4 border-g10 bg-g88 px-2 py-1 text-label">
          The colour is guessed from the name. Hold a dried dot of it beside the screen and choose, or measure
          it on a card.
        </p>
      )}
    </>
  );
}

/** What a card told of a pot, to be forgotten where it was wrong. */
function MeasuredFields({ paint: { contrast, strength }, onChange }: OnePotProps) {
  const told = [
    contrast !== null && `one coat hides ${percent(contrast)}`,
    strength !== null && `tints ${plain(strength, 2)} times as far`,
  ].filter(Boolean);
  if (told.length === 0) return null;
  return (
    <p className="flex items-baseline justify-between gap-2 text-label">
      <span>Measured: {told.join(', ')}</span>
      <button
        type="button"
        className="underline underline-offset-2"
        onClick={() => onChange({ contrast: null, strength: null })}
      >
        forget it
      </button>
    </p>
  );
}

/** One pot, or several at once. */
export function PotSide({ chosen, shelf, taken, onChange, onRemove, onDone }: PotSideProps) {
  const [first] = chosen;
  const one = chosen.length === 1;
  const shared = <K extends keyof ShelfPaint>(key: K) =>
    chosen.every((p) => p[key] === first[key]) ? first[key] : null;
  const pick = <K extends 'kind' | 'opacity' | 'tint' | 'finish' | 'left'>(
    key: K,
    label: string,
    options: readonly ShelfPaint[K][],
  ) => (
    <Choice<string>
      label={label}
      value={shared(key) ?? MIXED}
      options={[
        ...(shared(key) === null ? [{ value: MIXED, label: 'several' }] : []),
        ...same(options as readonly string[]),
      ]}
      onChange={(v) => v !== MIXED && onChange({ [key]: v } as Partial<ShelfPaint>)}
    />
  );
  return (
    <section aria-label={one ? first.name : 'Chosen pots'} className="space-y-2">
      <div className="flex h-24">
        {chosen.slice(0, 24).map((p) => (
          <span key={p.id} className="flex-1" style={{ background: p.hex }} title={p.name} />
        ))}
      </div>
      <h2 className="text-lead font-semibold">{one ? first.name : `${chosen.length} pots`}</h2>
      {one && <PotFields paint={first} taken={taken} onChange={onChange} />}
      {pick('kind', 'Kind', PAINT_KINDS)}
      {pick('opacity', 'One coat is', OPACITIES)}
      {pick('tint', 'Strength in mixes', TINTS)}
      {pick('finish', 'Dries', FINISHES)}
      {pick('left', 'Left in it', LEFT)}
      {one && (
        <TextField
          label="Notes"
          value={first.notes}
          most={400}
          wrong={() => null}
          onChange={(notes) => onChange({ notes })}
        />
      )}
      {one && <MeasuredFields paint={first} onChange={onChange} />}
      {one && <StandIns paint={first} shelf={shelf} />}
      <p className="pt-1 text-label text-g28">
        How it covers and tints decides every mix it is in. Pots with none left are not mixed from.
      </p>
      <div className="flex gap-2">
        <Button onClick={onDone}>Done</Button>
        <Button look="plain" onClick={onRemove}>
          Take {one ? 'it' : 'them'} off the shelf
        </Button>
      </div>
    </section>
  );
}
