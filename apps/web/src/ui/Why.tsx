import { Popover } from 'radix-ui';
import { memo } from 'react';

/** Why a number or a choice is what it is: a sentence, on demand. */
export const Why = memo(function Why({ of, text }: { of: string; text: string }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`Why: ${of}`}
        className="-my-0.5 ml-0.5 inline-grid size-6 place-items-center rounded-full align-middle text-label leading-none font-semibold text-g38 hover:bg-g82 hover:text-g05 data-[state=open]:bg-g10 data-[state=open]:text-g98"
      >
        ?
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="left"
          sideOffset={8}
          collisionPadding={12}
          aria-label={of}
          className="z-20 w-72 rounded-sm bg-g10 p-3 text-label text-g98 shadow-lg outline-none"
        >
          {text}
          <Popover.Arrow className="fill-g10" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});
