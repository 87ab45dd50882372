import type { ReactNode } from 'react';

/** What is judged, on the surround of a map. */
export const Stage = ({ children }: { children: ReactNode }) => (
  <div className="relative flex min-h-0 flex-1 items-center justify-center overflow-hidden bg-g50 p-4 max-md:flex-none max-md:flex-col max-md:gap-4">
    {children}
  </div>
);

/** The light beside what is judged; under it on a narrow screen. */
export const BesideStage = ({ children }: { children: ReactNode }) => (
  <div className="md:absolute md:bottom-3 md:left-4">{children}</div>
);

/** What a judgement is made with, under what is judged. */
export const Controls = ({ children }: { children: ReactNode }) => (
  <div className="flex min-h-24 flex-wrap items-center gap-x-6 gap-y-3 bg-g10 px-6 py-4 text-g98 max-md:px-4">
    {children}
  </div>
);
