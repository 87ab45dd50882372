import { useEffect, useRef } from 'react';
import { allCommands } from './catalogue.js';

/** What commands do, by id. One that answers false did nothing: the key is the page's. */
type Deeds = Readonly<Record<string, (() => unknown) | undefined>>;

/** Whoever came last answers first: a station's own deeds stand before the frame's. */
const bound: { current: Deeds }[] = [];

/** The key of an event as the catalogue writes it. */
export function keyOf(e: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>): string {
  const letter = e.key.length === 1 && /[a-z]/i.test(e.key);
  const held = e.ctrlKey || e.metaKey;
  const key = letter ? (held || e.shiftKey ? e.key.toUpperCase() : e.key.toLowerCase()) : e.key;
  return `${held ? 'Ctrl+' : ''}${e.shiftKey && (letter || e.key.startsWith('Page')) ? 'Shift+' : ''}${e.altKey ? 'Alt+' : ''}${key}`;
}

/** Whether typing goes somewhere, so that letters are letters. */
const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
  !(target instanceof HTMLInputElement && /^(checkbox|radio|range|button)$/.test(target.type));

/** Whether something that takes arrows of its own has the focus. */
const inHand = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('input, [role="slider"], [role="tab"], [role="radio"], [role="option"]') !== null;

function onKey(e: KeyboardEvent): void {
  if (e.defaultPrevented) return;
  const key = keyOf(e);
  if (typing(e.target) && !key.startsWith('Ctrl+')) return;
  // Arrows and Home belong to what is in hand: a slider, tabs, a list.
  if (/^(Arrow|Home)/.test(key) && inHand(e.target)) return;
  if (document.querySelector('[role="dialog"], [role="menu"]') && !key.startsWith('Ctrl+')) return;
  const command = allCommands.find((c) => c.keys.includes(key));
  const deed = command && [...bound].reverse().find((b) => b.current[command.id])?.current[command.id];
  if (!deed || deed() === false) return;
  e.preventDefault();
}

/** Binds deeds to the commands of the catalogue while the caller is shown. */
export function useCommands(deeds: Deeds): void {
  const mine = useRef(deeds);
  useEffect(() => {
    mine.current = deeds;
  });
  useEffect(() => {
    if (bound.length === 0) window.addEventListener('keydown', onKey);
    bound.push(mine);
    return () => {
      bound.splice(bound.indexOf(mine), 1);
      if (bound.length === 0) window.removeEventListener('keydown', onKey);
    };
  }, []);
}
