import {
  isLaidBy,
  keptApproach,
  readApproach,
  RefusedInput,
  writeApproach,
  type KeptApproach,
  type Ladder,
  type Paint,
} from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { FileButton } from '../../ui/FileButton.js';
import { fileName, saveFile } from '../../ui/saveFile.js';

interface KeepApproachProps {
  readonly ladder: Ladder;
  readonly paints: readonly Paint[];
  readonly kept: readonly KeptApproach[];
  readonly onKeep: (kept: readonly KeptApproach[]) => void;
  readonly onTake: (kept: KeptApproach) => void;
}

/** The way as it is now, kept under a name for every piece, and as a file in and out. */
export function KeepApproach({ ladder, paints, kept, onKeep, onTake }: KeepApproachProps) {
  const [name, setName] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const mine = kept.find((k) => isLaidBy(ladder, k));
  const taken = name !== null && kept.some((k) => k.name.toLowerCase() === name.trim().toLowerCase());
  const keep = () => {
    if (!name?.trim()) return;
    const one = keptApproach(ladder, paints, name, kept);
    onKeep([...kept.filter((k) => k.id !== one.id), one]);
    setSaid(`Kept: “${one.name}” stands in the list of approaches, for every piece.`);
    setName(null);
  };
  const read = async (file: File) => {
    try {
      const one = readApproach(await file.text());
      onTake(one);
      setSaid(`Laid by “${one.name}” from the file. Keep it to have it for other pieces.`);
    } catch (error) {
      setSaid(
        `Not taken: ${error instanceof RefusedInput ? error.message : 'this file could not be read as an approach.'}`,
      );
    }
  };
  const save = () => {
    const one = mine ?? keptApproach(ladder, paints, `${ladder.name}, my way`);
    saveFile(fileName(one.name, '.approach.json'), [writeApproach(one)], 'application/json');
  };
  return (
    <div className="flex flex-wrap items-center gap-2 text-label">
      {mine && (
        <span className="font-semibold">
          Laid by your own “{mine.name}”.{' '}
          <button
            type="button"
            className="font-normal underline underline-offset-2"
            onClick={() => {
              onKeep(kept.filter((k) => k.id !== mine.id));
              setSaid(`“${mine.name}” is no longer among your approaches. This piece keeps it.`);
            }}
          >
            forget it
          </button>
        </span>
      )}
      {name === null ? (
        <>
          {ladder.recipe.length > 0 && !mine && (
            <Button look="plain" onClick={() => setName('')}>
              Keep as my approach
            </Button>
          )}
          {ladder.recipe.length > 0 && (
            <Button look="plain" onClick={save}>
              Save it as a file
            </Button>
          )}
          <FileButton
            label="Approach from a file"
            look="plain"
            accept=".json,application/json"
            onFiles={([file]) => void read(file)}
          />
        </>
      ) : (
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
        >
          <input
            autoFocus
            aria-label="Name of my approach"
            className="min-h-9 w-56 rounded-sm bg-g98 px-2"
            value={name}
            maxLength={80}
            placeholder="a name for it"
            onChange={(e) => setName(e.target.value)}
          />
          <Button disabled={!name.trim()} onClick={keep}>
            {taken ? 'Replace the one of this name' : 'Keep it'}
          </Button>
          <Button look="plain" onClick={() => setName(null)}>
            Not now
          </Button>
        </form>
      )}
      <span role="status">{said}</span>
    </div>
  );
}
