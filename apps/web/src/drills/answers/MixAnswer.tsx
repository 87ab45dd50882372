import type { AnswerProps } from './answerProps.js';
import { Choices } from './Choices.js';
import { Stage } from './Stage.js';

/** Paints above, what was mixed from them below; the parts are chosen. */
export function MixAnswer({ task, judged, onAnswer }: AnswerProps<'mix'>) {
  const { paints, options, right } = task;
  return (
    <>
      <Stage>
        <div className="w-full max-w-160 space-y-6">
          <div className="flex gap-6">
            {paints.map(({ name, hex }) => (
              <figure key={name} className="min-w-0 flex-1">
                <div role="img" aria-label={name} className="h-28 w-full" style={{ background: hex }} />
                <figcaption className="bg-g10 px-2 py-1 text-label font-semibold text-g98">{name}</figcaption>
              </figure>
            ))}
          </div>
          <div
            role="img"
            aria-label="The mix"
            className="h-36 w-full"
            style={{ background: options[right].hex }}
          />
          {judged && (
            <ul aria-label="Every ratio" className="flex">
              {options.map(({ parts, hex }, i) => (
                <li key={parts.join()} className="flex-1">
                  <div className="h-16" style={{ background: hex }} />
                  <p
                    className={`px-1 py-1 text-center text-label ${i === right ? 'bg-g98 font-semibold text-g05' : i === judged.answer ? 'bg-g72 text-g05' : 'bg-g10 text-g98'}`}
                  >
                    {parts.join(' to ')}
                    {i === right ? ': this' : i === judged.answer ? ': yours' : ''}
                  </p>
                </li>
              ))}
            </ul>
          )}
        </div>
      </Stage>
      {!judged && (
        <Choices
          label={`Parts of ${paints[0].name} to parts of ${paints[1].name}`}
          options={options.map(({ parts }) => parts.join(' to '))}
          onTake={onAnswer}
        />
      )}
    </>
  );
}
