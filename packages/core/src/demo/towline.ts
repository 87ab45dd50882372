import type { Paint } from '../piece/index.js';

const paint = (id: string, name: string, hex: string, more: Partial<Paint> = {}): Paint => ({
  id,
  name,
  hex,
  kind: 'paint',
  opacity: 'opaque',
  tint: 'normal',
  finish: 'matt',
  dryMin: null,
  ...more,
});

/** Paints of the invented canal-side range "Towline" that the demo pieces use. */
export const towline: readonly Paint[] = [
  paint('black-primer', 'Towline black primer', '#161616', { kind: 'primer', dryMin: 60 }),
  paint('lampsoot', 'Lampsoot', '#121418'),
  paint('weir-blue', 'Weir blue', '#1b3a5c', { opacity: 'semi-opaque' }),
  paint('wet-slate', 'Wet slate', '#424f5c'),
  paint('plover-grey', 'Plover grey', '#9ba5ac'),
  paint('chalk', 'Chalk', '#f6f6f2'),
  paint('tarred-oak', 'Tarred oak', '#24140f'),
  paint('gate-brown', 'Gate brown', '#5d3020', { opacity: 'semi-opaque' }),
  paint('rust-pin', 'Rust pin', '#8a4a22'),
  paint('ferry-ochre', 'Ferry ochre', '#c08a34', { opacity: 'semi-opaque' }),
  paint('tallow', 'Tallow', '#f0e2b4'),
  paint('lamp-oil', 'Lamp oil', '#d8862a', {
    kind: 'ink',
    opacity: 'transparent',
    tint: 'strong',
    dryMin: 20,
  }),
];
