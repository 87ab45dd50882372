/** Hours on the clock face, 0 up to but not including 12, as painters say it: 10.75 is "10:45". */
export function clockText(hours: number): string {
  const minutes = ((Math.round(hours * 60) % 720) + 720) % 720;
  const hour = Math.floor(minutes / 60) || 12;
  return `${hour}:${String(minutes % 60).padStart(2, '0')}`;
}

/** Hours of a time on the clock as it is typed: "9:30", "9.5", "12:15" for a quarter of an hour; null for what is none. */
export function clockHours(text: string): number | null {
  const said = /^\s*(\d{1,2})(?::([0-5]\d)|([.,]\d+))?\s*$/.exec(text);
  if (!said || Number(said[1]) > 12) return null;
  const share = said[2] ? Number(said[2]) / 60 : Number((said[3] ?? '0').replace(',', '.'));
  return (Number(said[1]) + share) % 12;
}

/** Hours on the clock face of a direction in the picture (x to the right, y up). */
export function clockOf(x: number, y: number): number {
  const hours = (Math.atan2(x, y) / Math.PI) * 6;
  return hours < 0 ? hours + 12 : hours;
}

const SIDES = [
  'from above',
  'from above right',
  'from the right',
  'from below right',
  'from below',
  'from below left',
  'from the left',
  'from above left',
] as const;

/** The side that a time on the clock face lies on, in words; sides are the viewer's. */
export const clockSide = (hours: number): string => SIDES[Math.round((((hours % 12) + 12) % 12) / 1.5) % 8];
