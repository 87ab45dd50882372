import { uncutRegions, withRegionsTaken, type PieceSculpt, type ProposedRegion } from '@pale-glint/core';
import { useState } from 'react';
import { failureOf } from '../../api/http.js';
import { askRegions } from '../../workers/mapClient.js';
import type { TappedOn } from './tapTools.js';

/** Regions of a sculpt that wait to be taken for parts or left. */
export interface Proposal {
  readonly sculpt: PieceSculpt;
  readonly regions: readonly ProposedRegion[];
  /** Which of them are taken, by their place in `regions`. */
  readonly taken: ReadonlySet<number>;
}

/** Proposes parts of a sculpt: every smooth region of it that is none yet. */
export function useProposal(on: TappedOn) {
  const [proposal, setProposal] = useState<Proposal | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const propose = async (sculpt: PieceSculpt) => {
    setMessage('Looking for its parts');
    try {
      const found = await askRegions({
        piece: { ...on.store.get().piece, parts: [] },
        surface: sculpt.surface,
      });
      const regions = uncutRegions(on.store.get().piece, sculpt.surface, found);
      setMessage(regions.length === 0 ? `No region of ${sculpt.name} is left that could be a part.` : null);
      setProposal(
        regions.length === 0 ? null : { sculpt, regions, taken: new Set(regions.map((_, i) => i)) },
      );
    } catch (error) {
      setMessage(failureOf(error));
    }
  };
  const toggle = (i: number) =>
    setProposal((p) => {
      if (!p) return p;
      const taken = new Set(p.taken);
      if (!taken.delete(i)) taken.add(i);
      return { ...p, taken };
    });
  const take = () => {
    if (!proposal) return;
    const { sculpt, regions, taken } = proposal;
    const wanted = regions.filter((_, i) => taken.has(i));
    on.store.edit((piece) => withRegionsTaken(piece, sculpt, wanted, on.figureView));
    setProposal(null);
  };
  return { proposal, message, propose, toggle, take, leave: () => setProposal(null) };
}
