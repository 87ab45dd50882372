import type { ReactNode } from 'react';
import { Link } from 'react-router';

interface PageHeaderProps {
  readonly title: string;
  /** Beside the title, smaller. */
  readonly note?: string | undefined;
  /** What can be done on the page, at the far end. */
  readonly children?: ReactNode;
}

/** The head of a page that is no station: the way back to the first page, and where one is. */
export function PageHeader({ title, note, children }: PageHeaderProps) {
  return (
    <header className="flex min-h-14 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 bg-g05 px-6 text-g98 max-md:px-3 max-md:py-2">
      <Link to="/" className="wide font-bold tracking-tight">
        Pale Glint
      </Link>
      <h1 className="mr-auto text-lead font-semibold">
        {title}
        {note && <span className="pl-3 text-label font-normal text-g82">{note}</span>}
      </h1>
      {children}
    </header>
  );
}
