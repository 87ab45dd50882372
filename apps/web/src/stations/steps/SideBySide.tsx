import { hueLink, labToHex, paintsById, plain, stepLab, type Ladder, type Paint } from '@pale-glint/core';
import { useMemo } from 'react';

/** The metals of a piece under each other on one scale of value, and what ties or parts each two. */
export function SideBySide({ ladders, paints }: { ladders: readonly Ladder[]; paints: readonly Paint[] }) {
  const byId = useMemo(() => paintsById(paints), [paints]);
  if (ladders.length < 2) return null;
  const pairs = ladders.flatMap((a, i) => ladders.slice(i + 1).map((b) => [a, b] as const));
  return (
    <section aria-label="Metals side by side" className="bg-g88 p-4">
      <h2 className="pb-2 font-semibold">Metals side by side</h2>
      {ladders.map((ladder) => (
        <div key={ladder.id} className="grid grid-cols-[9rem_1fr] items-center gap-3 py-1">
          <span className="text-label font-semibold">{ladder.name}</span>
          <span className="relative block h-9">
            {ladder.steps.map((s) => {
              const lab = stepLab(s, byId);
              return (
                <span
                  key={s.id}
                  className="absolute top-0 flex h-9 w-11 -translate-x-1/2 items-end justify-center text-label"
                  style={{
                    left: `${3 + lab.l * 0.94}%`,
                    background: labToHex(lab),
                    color: lab.l > 55 ? '#111111' : '#f9f9f9',
                  }}
                >
                  {plain(lab.l, 0)}
                </span>
              );
            })}
          </span>
        </div>
      ))}
      <ul className="pt-2 text-label">
        {pairs.map(([a, b]) => (
          <li key={`${a.id}/${b.id}`}>
            <span className="font-semibold">
              {a.name} and {b.name}
            </span>
            : {hueLink(a, b, paints).message}.
          </li>
        ))}
      </ul>
    </section>
  );
}
