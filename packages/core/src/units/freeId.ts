/** An id that is not taken: the wanted one, or the first with a number behind it that is free. */
export function freeId(wanted: string, taken: ReadonlySet<string>): string {
  const stem = wanted.replace(/-\d+$/, '') || 'part';
  if (!taken.has(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
