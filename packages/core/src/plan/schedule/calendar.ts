import type { OrderLayer } from '../orderLayer.js';
import type { EveningPlan, Schedule } from './schedule.js';

/** RFC 5545: lines end in CR LF and hold at most 75 octets; commas, semicolons and line ends are escaped. */
const escaped = (text: string): string => text.replace(/([\\,;])/g, '\\$1').replace(/\r?\n/g, '\\n');

function folded(line: string): string {
  const parts: string[] = [];
  let part = '';
  let octets = 0;
  for (const c of line) {
    const size = new TextEncoder().encode(c).length;
    if (octets + size > (parts.length === 0 ? 75 : 74)) {
      parts.push(part);
      [part, octets] = ['', 0];
    }
    part += c;
    octets += size;
  }
  return [...parts, part].join('\r\n ');
}

const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
const local = (date: string, minute: number): string => {
  const day = new Date(Date.parse(`${date}T00:00:00Z`) + Math.floor(minute / 1440) * 86_400_000)
    .toISOString()
    .slice(0, 10);
  const m = minute % 1440;
  return `${day.replaceAll('-', '')}T${two(m / 60)}${two(m % 60)}00`;
};

const said = (e: EveningPlan, order: readonly OrderLayer[]): string =>
  e.lines
    .map(
      (l) =>
        `${order[l.layer].title}${l.coat > 1 ? `, coat ${l.coat}` : ''}: ${Math.ceil(l.toMin - l.fromMin)} min`,
    )
    .join('\n');

/**
 * Evenings as an iCalendar file (RFC 5545), in the painter's own time.
 * @param stamp when the file was made, as in 20261128T193000Z
 */
export function calendarOf(
  schedule: Schedule,
  order: readonly OrderLayer[],
  { id, name }: { readonly id: string; readonly name: string },
  stamp: string,
): string {
  const events = schedule.evenings.flatMap((e, k) => [
    'BEGIN:VEVENT',
    `UID:${id}-${e.date}-${k + 1}@pale-glint`,
    `DTSTAMP:${stamp}`,
    `DTSTART:${local(e.date, e.startMin)}`,
    `DTEND:${local(e.date, e.startMin + e.minutes)}`,
    `SUMMARY:${escaped(`${name}, evening ${k + 1} of ${schedule.evenings.length}`)}`,
    `DESCRIPTION:${escaped(said(e, order))}`,
    'END:VEVENT',
  ]);
  return `${[
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Pale Glint//Schedule//EN',
    ...events,
    'END:VCALENDAR',
  ]
    .map(folded)
    .join('\r\n')}\r\n`;
}
