import { viewIn, type Piece } from '../piece/index.js';
import type { OrderLayer } from './orderLayer.js';
import type { PartStep } from './partSteps.js';

const sum = (steps: readonly PartStep[], of: (s: PartStep) => number) => steps.reduce((n, s) => n + of(s), 0);

/** What two views say of a place, each by its name; once where both say the same. */
function textOf(steps: readonly (readonly [view: string, text: string])[]): string {
  const told = steps.filter(([, text]) => text !== '');
  if (new Set(told.map(([, text]) => text)).size <= 1) return told[0]?.[1] ?? '';
  return told.map(([view, text]) => `${view}: ${text}`).join('; ');
}

/** One step on a part that is seen from several sides: its areas, amounts and minutes together, each side told by name. */
function joined(steps: readonly PartStep[], part: string, piece: Pick<Piece, 'parts' | 'views'>): PartStep {
  if (steps.length === 1) return { ...steps[0], part };
  const main = steps.find((s) => s.part === part) ?? steps[0];
  const seen = steps.map((s) => {
    const { view } = piece.parts.find((p) => p.id === s.part)!;
    return { s, name: viewIn(piece, view).name.toLowerCase() };
  });
  const all = sum(steps, (s) => (s.coverShare > 0 ? s.coverMm2 / s.coverShare : 0));
  const values = steps.flatMap((s) => s.values ?? []);
  const changes = steps.flatMap((s) => s.change ?? []);
  return {
    ...main,
    part,
    coats: Math.max(...steps.map((s) => s.coats)),
    exactCoats: Math.max(...steps.map((s) => s.exactCoats)),
    covers: steps.every((s) => s.covers),
    coverShare: all > 0 ? sum(steps, (s) => s.coverMm2) / all : main.coverShare,
    coverMm2: sum(steps, (s) => s.coverMm2),
    mixedMl: sum(steps, (s) => s.mixedMl),
    activeMin: sum(steps, (s) => s.activeMin),
    where: textOf(seen.map(({ s, name }) => [name, s.where])),
    border: textOf(seen.map(({ s, name }) => [name, s.border])),
    values: values.length > 0 ? [Math.min(...values), Math.max(...values)] : null,
    change: changes.length > 0 ? Math.max(...changes) : null,
    reachesLights: steps.some((s) => s.reachesLights),
  };
}

/** The part by whose name a part's steps go: itself, or the one that it is the same metal as. */
export const stepsGoBy = ({ parts }: Pick<Piece, 'parts'>, part: string): string =>
  parts.find((p) => p.id === part)?.sameAs ?? part;

/** An order in which a part that is seen from several sides has each step once, and one tick. */
export function withSameMetalJoined(
  order: readonly OrderLayer[],
  piece: Pick<Piece, 'parts' | 'views'>,
): OrderLayer[] {
  // Where only one of its sides was measured it goes by its own name.
  const there = new Set(order.flatMap((l) => l.parts.map((s) => s.part)));
  const mains = new Map(
    piece.parts.flatMap((p) => (p.sameAs && there.has(p.sameAs) ? [[p.id, p.sameAs] as const] : [])),
  );
  if (mains.size === 0) return [...order];
  return order.map((layer) => {
    const groups = new Map<string, PartStep[]>();
    for (const step of layer.parts) {
      const main = mains.get(step.part) ?? step.part;
      // Dots and edges may come as several steps of a part: each joins its own of the other side.
      const key = `${main}/${step.role}/${step.step}`;
      groups.set(key, [...(groups.get(key) ?? []), step]);
    }
    return {
      ...layer,
      parts: [...groups].map(([key, steps]) => joined(steps, key.slice(0, key.indexOf('/')), piece)),
    };
  });
}
