import { Refusal, Unreachable } from '../api/http.js';
import { Button } from './Button.js';

/** What will be here, while it is on its way. */
export function Loading({ what }: { what: string }) {
  return (
    <div className="grid h-full place-items-center p-8 text-g38" role="status">
      Opening {what}
    </div>
  );
}

/** What went wrong and what to do. */
export function Failing({ what, error, again }: { what: string; error: unknown; again?: () => void }) {
  const away = error instanceof Unreachable;
  const message = away
    ? 'The server cannot be reached. Is it still running?'
    : error instanceof Error
      ? error.message
      : String(error);
  return (
    <div className="grid h-full place-items-center p-8" role="alert">
      <div className="max-w-md space-y-3">
        <p className="text-lead font-semibold">{what}</p>
        <p className="text-g28">{message}</p>
        {error instanceof Refusal && error.body.problems && <ProblemList problems={error.body.problems} />}
        {again && <Button onClick={again}>Try again</Button>}
      </div>
    </div>
  );
}

/** Problems of refused input: where, what it held, what is accepted. */
export function ProblemList({
  problems,
}: {
  problems: readonly { path: string; held: string; accepted: string }[];
}) {
  return (
    <ul className="max-h-64 space-y-2 relative overflow-auto text-label">
      {problems.map((p, i) => (
        <li key={i}>
          <span className="font-semibold">{p.path}</span> held {p.held}
          <br />
          <span className="text-g28">Accepted: {p.accepted}</span>
        </li>
      ))}
    </ul>
  );
}
