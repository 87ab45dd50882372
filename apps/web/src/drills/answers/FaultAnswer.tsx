import { findingDefinitions } from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import type { AnswerProps } from './answerProps.js';
import { Choices } from './Choices.js';
import { DrillPicture } from './DrillPicture.js';
import { Stage } from './Stage.js';

/** What is wrong with a design is chosen; then the same design is shown as it should be. */
export function FaultAnswer({ task, pictures, judged, onAnswer }: AnswerProps<'fault'>) {
  const { picture, asked, told } = pictures!;
  const [mended, setMended] = useState(false);
  const { found, options } = task;
  const showsMended = judged !== null && mended && told !== null;
  return (
    <>
      <Stage>
        <DrillPicture
          bitmap={showsMended ? told : asked}
          label={showsMended ? 'As it should be' : 'A design'}
        >
          {judged && found && !showsMended && (
            <svg viewBox={`0 0 ${picture.width} ${picture.height}`} className="absolute inset-0 size-full">
              <circle
                cx={(found.at.xMm - picture.leftMm) * picture.pxPerMm}
                cy={(picture.topMm - found.at.yMm) * picture.pxPerMm}
                r="26"
                className="fill-none stroke-g98"
                strokeWidth="3"
              />
            </svg>
          )}
        </DrillPicture>
        {judged && told && (
          <Button
            look="dark"
            className="absolute top-3 left-4"
            aria-pressed={mended}
            onClick={() => setMended(!mended)}
          >
            {mended ? 'As it was' : 'As it should be'}
          </Button>
        )}
      </Stage>
      {!judged && (
        <Choices
          label="What is wrong"
          options={options.map((o) => (o ? findingDefinitions[o].label : 'Nothing'))}
          onTake={onAnswer}
        />
      )}
    </>
  );
}
