import type { Hindrance } from '../api/http.js';
import type { SaveState } from '../store/pieceStore.js';

const BY: Readonly<Record<Hindrance, string>> = { server: 'Server away', disk: 'Disk full' };

function noteOf(state: SaveState): { message: string; urgent: boolean } {
  switch (state.kind) {
    case 'saved':
      return { message: 'All saved', urgent: false };
    case 'waiting':
      return { message: 'Saving soon', urgent: false };
    case 'saving':
      return { message: 'Saving', urgent: false };
    case 'away':
      return { message: `${BY[state.by]}: kept here, trying again`, urgent: true };
    case 'refused':
      return {
        message: `Not saved: ${state.problems[0] ? `${state.problems[0].path}, accepted: ${state.problems[0].accepted}` : state.message}`,
        urgent: true,
      };
    case 'conflict':
      return { message: 'Changed elsewhere', urgent: true };
  }
}

/** What has become of the last change, always in sight. */
export function SaveNote({ state, runAway }: { state: SaveState; runAway: Hindrance | null }) {
  const note =
    runAway && state.kind === 'saved' ? noteOf({ kind: 'away', by: runAway, tries: 1 }) : noteOf(state);
  return (
    <p
      role="status"
      data-testid="save-state"
      className={`max-w-60 rounded-sm px-2 py-1 text-label ${note.urgent ? 'bg-g05 font-semibold text-g98' : 'text-g28'}`}
    >
      {note.message}
    </p>
  );
}
