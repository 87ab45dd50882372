import { Button } from '../../ui/Button.js';

/** How far long work is, and the way to stop it. */
export function Progress({
  what,
  doing,
  share,
  onStop,
}: {
  what: string;
  doing: string;
  share: number;
  onStop: () => void;
}) {
  return (
    <div role="status" className="space-y-2">
      <p className="font-semibold">{what}</p>
      <div
        role="progressbar"
        aria-label={what}
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="h-1.5 bg-g82"
      >
        <div className="h-full bg-g05" style={{ width: `${share * 100}%` }} />
      </div>
      <p className="flex items-center justify-between gap-2 text-label text-g28">
        <span>{doing || 'beginning'}</span>
        <Button look="plain" onClick={onStop}>
          Stop
        </Button>
      </p>
    </div>
  );
}
