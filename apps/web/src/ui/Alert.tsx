import type { ReactNode } from 'react';

/** Something that went wrong, read out at once. */
export function Alert({ className = 'px-3 py-2', children }: { className?: string; children: ReactNode }) {
  return (
    <p role="alert" className={`bg-g10 text-label text-g98 ${className}`}>
      {children}
    </p>
  );
}
