import { clockHours, clockText, LAMPS, lamps, PURPOSES, type Piece, type Rig } from '@pale-glint/core';
import { Choice } from '../../ui/Choice.js';
import { ColourField } from '../../ui/ColourField.js';
import { FieldRow, type NumberFieldSpec } from '../../ui/FieldRow.js';
import { whyOf } from '../../ui/whys.js';

const PURPOSE_LABEL: Record<(typeof PURPOSES)[number], string> = {
  table: 'the table, all round',
  display: 'display, one side',
  competition: 'competition',
};

type RigNumber =
  'fallOff' | 'keyClockHours' | 'keyHeightDeg' | 'viewElevationDeg' | 'horizonDeg' | 'leanDeg' | 'tint';

/** The numbers of a light, as the panel shows them. */
const FIELDS: Readonly<Record<RigNumber, NumberFieldSpec<RigNumber>>> = {
  fallOff: { key: 'fallOff', label: 'Falls off by', unit: 'steps', min: 0, max: 3, step: 0.25 },
  keyClockHours: {
    key: 'keyClockHours',
    label: 'Main light at',
    unit: '',
    min: 0,
    max: 12,
    step: 0.25,
    written: { show: clockText, read: clockHours, accepts: 'a time on the clock, as 9:30 or 12:15' },
  },
  keyHeightDeg: { key: 'keyHeightDeg', label: 'Light toward you', unit: '°', min: 0, max: 90, step: 1 },
  viewElevationDeg: {
    key: 'viewElevationDeg',
    label: 'You look down by',
    unit: '°',
    min: 0,
    max: 60,
    step: 1,
  },
  horizonDeg: { key: 'horizonDeg', label: 'Horizon', unit: '°', min: -40, max: 40, step: 1 },
  leanDeg: { key: 'leanDeg', label: 'The piece leans', unit: '°', min: -90, max: 90, step: 1 },
  tint: { key: 'tint', label: 'Tint', unit: '%', min: 0, max: 1, step: 0.05, scale: 100 },
};

interface LightFieldsProps {
  readonly piece: Piece;
  readonly change: (recipe: (rig: Rig) => void, gesture: string) => void;
  readonly end: () => void;
}

/** The light and what is around it, in figures. */
export function LightFields({ piece, change, end }: LightFieldsProps) {
  const { rig } = piece;
  const number = (key: RigNumber) => (
    <FieldRow
      field={{ ...FIELDS[key], why: whyOf(key) }}
      value={rig[key]}
      onChange={(k, v) => change((r) => void (r[k] = v), k)}
      onEnd={end}
    />
  );
  const colour = (key: 'skyHex' | 'groundHex', label: string) => (
    <ColourField
      label={label}
      why={whyOf(key)}
      value={rig[key]}
      onChange={(hex) => change((r) => void (r[key] = hex), key)}
      onEnd={end}
    />
  );
  return (
    <section aria-label="Light">
      <Choice
        label="Painted for"
        value={rig.purpose}
        options={PURPOSES.map((p) => ({ value: p, label: PURPOSE_LABEL[p] }))}
        onChange={(p) => change((r) => void (r.purpose = p), 'purpose')}
      />
      <Choice
        label="Seen first"
        why={whyOf('focalPart')}
        value={rig.focalPart ?? ''}
        options={[
          { value: '', label: 'nothing in particular' },
          ...[...piece.parts].reverse().map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(id) => change((r) => void (r.focalPart = id || null), 'focalPart')}
      />
      {number('fallOff')}
      {number('keyClockHours')}
      {number('keyHeightDeg')}
      <Choice
        label="Shows in shiny metal as"
        why={`${whyOf('lamp')} ${lamps[rig.lamp].suits}`}
        value={rig.lamp}
        options={LAMPS.map((lamp) => ({ value: lamp, label: lamps[lamp].label }))}
        onChange={(lamp) => change((r) => void (r.lamp = lamp), 'lamp')}
      />
      {number('viewElevationDeg')}
      {number('horizonDeg')}
      {number('leanDeg')}
      {colour('skyHex', 'Sky')}
      {colour('groundHex', 'Ground')}
      {number('tint')}
    </section>
  );
}
