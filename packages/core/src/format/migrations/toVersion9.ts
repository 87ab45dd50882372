import type { Migration } from './json.js';

interface Old {
  readonly parts: readonly { readonly form: { readonly kind: string } }[];
}

/** Version 9: a plate may have an outline of its own, and rows of small forms are a form. Plates keep their four sides. */
export const toVersion9: Migration = (piece) => ({
  ...piece,
  version: 9,
  parts: (piece as unknown as Old).parts.map((part) =>
    part.form.kind === 'plate' ? { ...part, form: { ...part.form, outline: [] } } : part,
  ),
});
