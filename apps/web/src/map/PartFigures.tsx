import {
  areaText,
  brushFor,
  capital,
  labToHex,
  percent,
  plain,
  polishModels,
  type Part,
} from '@pale-glint/core';
import { useShelf } from '../store/useShelf.js';
import { Why } from '../ui/Why.js';
import { whyOf } from '../ui/whys.js';
import type { SheetMessage } from '../workers/protocol.js';

function Figure({ label, value, why }: { label: string; value: string; why?: string }) {
  return (
    <div className="flex justify-between gap-2">
      <dt className="text-g28">
        {label}
        {why && <Why of={label} text={why} />}
      </dt>
      <dd className="text-right font-semibold">{value}</dd>
    </div>
  );
}

interface PartFiguresProps {
  readonly part: Part;
  readonly news: SheetMessage;
  readonly stale: boolean;
}

/** What was measured on the map of a part: shares of every step, contrast, narrowest place. */
export function PartFigures({ part, news, stale }: PartFiguresProps) {
  const { sheet, glints, colours, aimed } = news;
  const { zones } = sheet.zones;
  const painted = zones.filter((z) => z.openingMm > 0);
  const narrowest = painted.length ? painted.reduce((m, z) => (z.openingMm < m.openingMm ? z : m)) : null;
  const polish = part.finish.kind === 'metal' ? polishModels[part.finish.polish] : null;
  const range = sheet.lightness.high - sheet.lightness.low;
  const { shelf } = useShelf();
  const brush = narrowest ? brushFor(narrowest.openingMm, shelf.brushes) : null;

  return (
    <div className={`space-y-3 ${stale ? 'opacity-60' : ''}`} aria-busy={stale}>
      <table className="w-full text-label">
        <caption className="pb-1 text-left text-g28">
          {polish ? 'What each step covers; the notch is what was aimed at' : 'Tones of the matte colour'}
        </caption>
        <tbody>
          {zones.map((z, k) => (
            <tr key={z.step}>
              <th scope="row" className="w-5 text-left font-normal text-g38">
                {z.step}
              </th>
              <td className="py-px">
                <div className="relative h-3.5 bg-g88">
                  <div
                    className="h-full"
                    style={{
                      width: `${z.coverShare * 100}%`,
                      background: labToHex(colours[k]),
                    }}
                  />
                  {aimed.length > 0 && (
                    <div
                      data-testid="aim"
                      className="absolute inset-y-[-2px] w-0.5 bg-g05"
                      style={{ left: `calc(${aimed[k] * 100}% - 1px)` }}
                    />
                  )}
                </div>
              </td>
              <td className="w-12 text-right">{percent(z.coverShare)}</td>
              <td className="w-17 text-right text-g38">{areaText(z.coverMm2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className="space-y-1 text-label">
        <Figure
          why={whyOf('lightness')}
          label="Darkest to lightest"
          value={`value ${plain(sheet.lightness.low, 0)} to ${plain(sheet.lightness.high, 0)}`}
        />
        {polish && (
          <Figure
            why={whyOf('contrast')}
            label={`Contrast, wanted ${polish.rangeL}`}
            value={`${plain(range, 0)}${range < polish.rangeL ? ', too little' : ''}`}
          />
        )}
        {narrowest && polish && (
          <Figure
            why={whyOf('narrowest')}
            label={`Narrowest, step ${narrowest.step}`}
            value={`${plain(narrowest.openingMm, 2)} mm, ${brush ? brush.name : 'point only'}`}
          />
        )}
        {glints.length > 0 && (
          <Figure
            why={whyOf('glintShare')}
            label={glints.length === 1 ? 'Glint' : `${glints.length} glints`}
            value={`${percent(sheet.glintShare)} of the part`}
          />
        )}
        {sheet.readsAsMetalFrom && (
          <Figure
            label="Reads as metal"
            why={whyOf('readsAsMetal')}
            value={`from step ${sheet.readsAsMetalFrom} of ${sheet.passes}`}
          />
        )}
      </dl>
      {sheet.notes.map((s) => (
        <p key={s} className="bg-g88 px-2 py-1 text-label">
          {capital(s)}.
        </p>
      ))}
    </div>
  );
}
