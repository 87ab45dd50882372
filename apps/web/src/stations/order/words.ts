import { plain } from '@pale-glint/core';

/** "3", "3 and 4", "1 to 10" of some figures. */
export function copiesText(copies: readonly number[], of: number): string {
  if (of === 1) return '';
  if (copies.length === of) return `all ${of}`;
  const sorted = [...copies].sort((a, b) => a - b);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  if (sorted.length === 1) return `figure ${first} of ${of}`;
  return last - first === sorted.length - 1
    ? `figures ${first} to ${last} of ${of}`
    : `${sorted.length} of ${of} figures`;
}

/** "19:30" of minutes from midnight; beyond it goes on into the night. */
export const clockOfDay = (minute: number): string => {
  const m = ((Math.round(minute) % 1440) + 1440) % 1440;
  return `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`;
};

const DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** "Sat 28 Nov" of a day. */
export const dayText = (date: string): string => DAY.format(new Date(`${date}T00:00:00Z`));

const MOMENT = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** "Sat 28 Nov, 19:30" of a moment, where the painter is. */
export const momentText = (utc: string): string => MOMENT.format(new Date(utc));

const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** "19:30" of a moment, where the painter is. */
export const timeText = (utc: string): string => TIME.format(new Date(utc));

export const minutesText = (min: number): string => `${plain(Math.max(1, min), 0)} min`;
