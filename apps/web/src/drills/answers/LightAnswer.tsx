import { useState } from 'react';
import { LightDial } from '../../map/LightDial.js';
import { Button } from '../../ui/Button.js';
import type { AnswerProps } from './answerProps.js';
import { DrillPicture } from './DrillPicture.js';
import { BesideStage, Controls, Stage } from './Stage.js';

/** The hour from which a finished picture is lit is set on the dial; how high it stands is told. */
export function LightAnswer({ task, pictures, judged, onAnswer }: AnswerProps<'light'>) {
  const [hours, setHours] = useState<number | null>(null);
  const height = task.piece.rig.keyHeightDeg;
  return (
    <>
      <Stage>
        <DrillPicture bitmap={pictures!.asked} label="Finished metal" />
        <BesideStage>
          <LightDial
            clockHours={judged ? task.clockHours : (hours ?? 0)}
            heightDeg={height}
            onChange={judged ? null : setHours}
          />
        </BesideStage>
      </Stage>
      {!judged && (
        <Controls>
          <p className="mr-auto">Turn the light to where it stands.</p>
          <Button look="plain" disabled={hours === null} onClick={() => onAnswer(hours!)}>
            From there
          </Button>
        </Controls>
      )}
    </>
  );
}
