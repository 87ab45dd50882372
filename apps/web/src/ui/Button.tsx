import type { ComponentProps } from 'react';

type Look = 'solid' | 'plain' | 'dark';

const looks: Record<Look, string> = {
  solid: 'bg-g10 text-g98 hover:bg-g28 disabled:bg-g72 disabled:text-g96',
  plain: 'bg-g98 text-g10 ring-1 ring-g72 hover:ring-g38 disabled:text-g50 disabled:ring-g82',
  dark: 'bg-g18 text-g96 hover:bg-g28 disabled:text-g50',
};

export function Button({
  look = 'solid',
  className = '',
  type = 'button',
  ...rest
}: ComponentProps<'button'> & { look?: Look }) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-9 items-center justify-center gap-2 rounded-sm px-3.5 py-1 text-label font-semibold ${looks[look]} ${className}`}
      {...rest}
    />
  );
}
