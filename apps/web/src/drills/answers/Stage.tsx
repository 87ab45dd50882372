import type { ReactNode } from 'react';

/** What is judged, on the surround of a map. */
export const Stage = ({ children }: { children: ReactNode }) => (
  <div className="relative grid min-h-0 flex-1 place-items-center overflow-hidden bg-g50 p-4">{children}</div>
);

/** What a judgement is made with, under what is judged. */
export const Controls = ({ children }: { children: ReactNode }) => (
  <div className="flex min-h-24 flex-wrap items-center gap-x-6 gap-y-3 bg-g10 px-6 py-4 text-g98 max-md:px-4">
    {children}
  </div>
);
