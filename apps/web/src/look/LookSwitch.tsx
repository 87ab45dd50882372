import { FlipHorizontal2, RotateCcw } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { mirrorPicture, setLook, SURROUNDS, turnPicture, useLook, type Surround } from './look.js';

const square =
  'grid size-8 place-items-center rounded-sm bg-g28 text-g98 hover:bg-g10 aria-pressed:bg-g98 aria-pressed:text-g05';

/** What the map stands on, and the picture turned to the painter's hand. */
export function LookSwitch() {
  const { surround, mirrored, quarters } = useLook();
  return (
    <div className="flex items-center gap-2 rounded-sm bg-g10 p-1">
      <ToggleGroup.Root
        type="single"
        value={surround}
        onValueChange={(v) => v && setLook({ surround: v as Surround })}
        aria-label="What the map stands on"
        className="flex"
      >
        {Object.entries(SURROUNDS).map(([key, { label, hex }]) => (
          <ToggleGroup.Item
            key={key}
            value={key}
            aria-label={`${label} surround`}
            title={`${label} surround`}
            className="grid size-8 place-items-center rounded-full data-[state=on]:ring-2 data-[state=on]:ring-g98"
          >
            <span className="size-4 rounded-full ring-1 ring-g62" style={{ background: hex }} />
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <button
        type="button"
        className={square}
        aria-pressed={mirrored}
        onClick={mirrorPicture}
        aria-label="Mirror the picture"
        title="Mirror the picture, to judge it afresh"
      >
        <FlipHorizontal2 size={17} />
      </button>
      <button
        type="button"
        className={square}
        aria-pressed={quarters !== 0}
        onClick={turnPicture}
        aria-label="Turn the picture"
        title="Turn the picture a quarter, as you hold the miniature"
      >
        <RotateCcw size={17} />
      </button>
    </div>
  );
}
