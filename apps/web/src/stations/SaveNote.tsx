import type { SaveState } from '../store/pieceStore.js';

function noteOf(state: SaveState): { says: string; loud: boolean } {
  switch (state.kind) {
    case 'saved':
      return { says: 'All saved', loud: false };
    case 'waiting':
      return { says: 'Saving soon', loud: false };
    case 'saving':
      return { says: 'Saving', loud: false };
    case 'away':
      return { says: 'Server away: kept here, trying again', loud: true };
    case 'refused':
      return {
        says: `Not saved: ${state.problems[0] ? `${state.problems[0].path}, accepted: ${state.problems[0].accepted}` : state.says}`,
        loud: true,
      };
    case 'conflict':
      return { says: 'Changed elsewhere', loud: true };
  }
}

/** What has become of the last change, always in sight. */
export function SaveNote({ state, runAway }: { state: SaveState; runAway: boolean }) {
  const note = runAway && state.kind === 'saved' ? noteOf({ kind: 'away', tries: 1 }) : noteOf(state);
  return (
    <p
      role="status"
      data-testid="save-state"
      className={`max-w-60 rounded-sm px-2 py-1 text-label ${note.loud ? 'bg-g05 font-semibold text-g98' : 'text-g28'}`}
    >
      {note.says}
    </p>
  );
}
