import type { PieceSculpt } from '@pale-glint/core';
import type { ReactNode } from 'react';
import type { TapTool, TappedOn } from './tapTools.js';

export const chip =
  'min-h-8 whitespace-nowrap rounded-sm bg-g98 px-2.5 text-label font-semibold ring-1 ring-g72 hover:bg-g10 hover:text-g98';

/** What the sections of the painter's own miniature are given. */
export interface SectionProps {
  readonly begin: (tool: TapTool) => void;
  readonly on: TappedOn;
  /** Looks for the parts of a sculpt by itself. */
  readonly propose: (sculpt: PieceSculpt) => void;
}

export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="space-y-2">
      <h2 className="pt-1 text-label font-semibold">{title}</h2>
      {children}
    </section>
  );
}
