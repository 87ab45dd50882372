import { hexToLab, labToHex } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import type { AnswerProps } from './answerProps.js';
import { EyeSlider } from './EyeSlider.js';
import { Controls, Stage } from './Stage.js';

const greyHex = (l: number) => labToHex({ l, a: 0, b: 0 });

interface TileProps {
  readonly hex: string;
  readonly label: string;
  /** Drawn round, where its colour may be that of the surround. */
  readonly outlined?: boolean;
}

/** A colour with its name under it. */
const Tile = ({ hex, label, outlined = false }: TileProps) => (
  <figure className="min-w-0 flex-1">
    <div
      role="img"
      aria-label={label}
      className={`aspect-square w-full ${outlined ? 'border-2 border-dashed border-g18' : ''}`}
      style={{ background: hex }}
    />
    <figcaption className="bg-g10 px-2 py-1 text-label font-semibold text-g98">{label}</figcaption>
  </figure>
);

/** The paint with both greys laid in it: squinted at, the one that is as light melts into it. */
const LaidIn = ({ task, value }: { task: { hex: string; name: string }; value: number }) => (
  <div className="w-full max-w-160">
    <div className="flex justify-evenly px-6 py-12 max-md:py-6" style={{ background: task.hex }}>
      <div className="aspect-square w-2/5" style={{ background: greyHex(hexToLab(task.hex).l) }} />
      <div className="aspect-square w-2/5" style={{ background: greyHex(value) }} />
    </div>
    <div className="flex justify-evenly bg-g10 px-6 py-1 text-label font-semibold text-g98">
      <p className="w-2/5">Its grey</p>
      <p className="w-2/5">Your grey</p>
    </div>
  </div>
);

/** A grey is set beside a paint until both are equally light. */
export function ValueAnswer({ task, judged, onAnswer }: AnswerProps<'value'>) {
  const [value, setValue] = useState(50);
  const [moved, setMoved] = useState(false);
  return (
    <>
      <Stage>
        {judged ? (
          <LaidIn task={task} value={judged.answer} />
        ) : (
          <div className="flex w-full max-w-160 gap-10 max-md:gap-4">
            <Tile hex={task.hex} label="The paint" />
            <Tile hex={greyHex(value)} label="Your grey" outlined={!moved} />
          </div>
        )}
      </Stage>
      {!judged && (
        <Controls>
          <EyeSlider
            label="Your grey"
            value={value}
            valueText={moved ? `value ${value}` : 'not set yet'}
            onChange={(v) => {
              setMoved(true);
              setValue(v);
            }}
          />
          <Button look="plain" disabled={!moved} onClick={() => onAnswer(value)}>
            Equally light
          </Button>
        </Controls>
      )}
    </>
  );
}
