import { NumberField, type Written } from './NumberField.js';

/** A number of a record, described once: its field, name, unit and range. */
export interface NumberFieldSpec<K extends string> {
  readonly key: K;
  readonly label: string;
  /** Why it is asked for, on demand. */
  readonly why?: string | undefined;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** Numbers shown per unit stored: 100 for shares shown in per cent. */
  readonly scale?: number;
  readonly written?: Written;
}

interface FieldRowProps<K extends string> {
  readonly field: NumberFieldSpec<K>;
  readonly value: number;
  readonly onChange: (key: K, value: number) => void;
  readonly onEnd: () => void;
}

/** The field that a description asks for. */
export function FieldRow<K extends string>({ field, value, onChange, onEnd }: FieldRowProps<K>) {
  const { key, ...spec } = field;
  return <NumberField {...spec} value={value} onChange={(v) => onChange(key, v)} onEnd={onEnd} />;
}
