import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import type { AnswerProps } from './answerProps.js';
import { DrillPicture } from './DrillPicture.js';
import { EyeSlider } from './EyeSlider.js';
import { Controls, Stage } from './Stage.js';

/** How much of a part is light is said in per cent. */
export function ShareAnswer({ pictures, judged, onAnswer }: AnswerProps<'share'>) {
  const [share, setShare] = useState<number | null>(null);
  return (
    <>
      <Stage>
        <DrillPicture bitmap={pictures!.asked} label="A part in two tones" />
      </Stage>
      {!judged && (
        <Controls>
          <EyeSlider
            label="Share of the part"
            value={share ?? 50}
            valueText={share === null ? 'not set yet' : `${share} %`}
            onChange={setShare}
          />
          <output className="w-16 text-lead font-semibold">{share === null ? '?' : `${share} %`}</output>
          <Button look="plain" disabled={share === null} onClick={() => onAnswer(share! / 100)}>
            So much
          </Button>
        </Controls>
      )}
    </>
  );
}
