import {
  counted,
  areaOf,
  duration,
  modelOf,
  isLaidBy,
  schools,
  type SchoolOption,
  type Ladder,
  type Part,
  type Piece,
  type Purpose,
} from '@pale-glint/core';
import { useMemo } from 'react';
import { Thumb } from '../../map/Thumb.js';
import { usePiece } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { useStation } from '../stationState.js';
import { SORTS } from './ApproachChoice.js';
import { useComparedSchools, type ComparedSchool } from './useComparedSchools.js';
import type { LadderEdits } from './useLadderEdits.js';

/** The part that an approach is shown on: the chosen one, the focal one, or the largest that the metal has. */
function shownPart({ parts, rig }: Piece, ladder: Ladder, selected: string | null): Part | null {
  const mine = parts.filter(({ finish }) => finish.kind === 'metal' && finish.ladder === ladder.id);
  const told = mine.find((p) => p.id === selected) ?? mine.find((p) => p.id === rig.focalPart);
  if (told) return told;
  const sized = mine.map((part) => ({ part, mm2: areaOf(modelOf(part.form).rings) }));
  return sized.sort((a, b) => b.mm2 - a.mm2)[0]?.part ?? null;
}

const NO_FLAKES = 'It wants two flake paints near this metal, or one and what darkens it: there is neither.';

interface FiguresProps {
  readonly option: ComparedSchool;
  /** The most minutes that any of them takes. */
  readonly most: number;
  readonly purpose: Purpose;
}

/** What an approach takes, in figures and as a bar beside the others. */
function Figures({ option, most, purpose }: FiguresProps) {
  const { measured, piece, search } = option;
  if (!piece) return <td colSpan={5}>{search ? 'No steps that rise come from your paints.' : NO_FLAKES}</td>;
  if (!measured)
    return (
      <td colSpan={5} className="text-g38">
        to be measured
      </td>
    );
  const { takes, wholeMin, evenings, fits, reads } = measured;
  return (
    <>
      <td className="min-w-40">
        <span className="block font-semibold">{duration(takes.activeMin)}</span>
        <span
          className="mt-1 block h-2 bg-g28"
          style={{ width: `${(100 * takes.activeMin) / Math.max(1, most)}%` }}
          aria-hidden
        />
        {takes.beyondMin >= 1 && (
          <span className="mt-1 block text-g28">
            {duration(takes.beyondMin)} of it not needed for {purpose}
          </span>
        )}
        {reads && (
          <span className="mt-1 block text-g28">
            reads as metal from step {reads.from} of {reads.of}
          </span>
        )}
      </td>
      <td className="text-right">{takes.coats}</td>
      <td className="text-right">{takes.mixes}</td>
      <td className="text-right">{duration(takes.longestDryMin)}</td>
      <td className="text-right">
        <span className="block whitespace-nowrap">{duration(wholeMin)}</span>
        <span className="block whitespace-nowrap">{counted(evenings, 'evening')}</span>
        {!fits && <span className="block font-semibold">more than you set</span>}
      </td>
    </>
  );
}

const missingOf = ({ measured }: ComparedSchool): readonly string[] => measured?.takes.missing ?? [];

/** What every approach that is measured wants and is not on the shelf. */
function missingToAll(list: readonly ComparedSchool[]): readonly string[] {
  const [first, ...others] = list.filter((a) => a.measured);
  return first ? missingOf(first).filter((text) => others.every((a) => missingOf(a).includes(text))) : [];
}

/** What has to be known of an approach beside its figures, and is not true of all. */
const notesOf = (option: ComparedSchool, toAll: readonly string[]): string =>
  [
    ...(option.measured?.takes.airbrush ? ['Wants an airbrush.'] : []),
    ...missingOf(option)
      .filter((text) => !toAll.includes(text))
      .map((text) => `${text}.`),
  ].join(' ');

interface RowProps extends FiguresProps {
  readonly part: Part | null;
  readonly notes: string;
  readonly isNow: boolean;
  readonly onTake: (option: SchoolOption) => void;
}

function Row({ option, part, most, purpose, notes, isNow, onTake }: RowProps) {
  const { label: built, suits } = schools[option.school];
  const label = option.kept?.name ?? built;
  return (
    <tr className={`border-t border-g82 align-top [&>td]:py-2 [&>td]:pr-4 ${isNow ? 'bg-g96' : ''}`}>
      <td className="w-24 pl-2">
        {option.piece && part ? (
          <Thumb piece={option.piece} part={part.id} width={88} height={66} />
        ) : (
          <span className="block h-[66px] w-[88px] bg-g82" />
        )}
      </td>
      <th scope="row" className="max-w-72 min-w-32 py-2 pr-4 text-left font-normal">
        <span className="block font-semibold">{label}</span>
        <span className="block text-g28 max-md:hidden">
          {option.kept ? `${built}, changed.` : `Suits ${suits}.`}
        </span>
        <span className="block">{notes}</span>
      </th>
      <Figures {...{ option, most, purpose }} />
      <td className="text-right">
        {isNow ? (
          <span className="font-semibold">as it is now</span>
        ) : (
          <Button
            look="plain"
            className="whitespace-nowrap"
            disabled={!option.piece}
            aria-label={`Lay it so: ${label}`}
            onClick={() => onTake(option)}
          >
            Lay it so
          </Button>
        )}
      </td>
    </tr>
  );
}

interface GroupProps extends Pick<RowProps, 'part' | 'most' | 'purpose' | 'onTake'> {
  readonly label: string;
  readonly list: readonly ComparedSchool[];
  readonly toAll: readonly string[];
  readonly ladder: Ladder;
}

/** Approaches of a sort. Where none of them can be laid, why is said once. */
function Group({ label, list, toAll, ladder, ...rest }: GroupProps) {
  const [first] = list;
  if (!first) return null;
  const none = list.every((a) => !a.piece);
  return (
    <tbody>
      <tr className="border-t border-g72 [&>*]:py-1">
        <th colSpan={none ? 2 : 8} scope="rowgroup" className="pl-2 text-left font-semibold">
          {label}
        </th>
        {none && <Figures {...rest} option={first} />}
      </tr>
      {!none &&
        list.map((a) => (
          <Row
            key={a.key}
            {...rest}
            option={a}
            notes={notesOf(a, toAll)}
            isNow={a.kept ? isLaidBy(ladder, a.kept) : a.school === ladder.school}
          />
        ))}
    </tbody>
  );
}

const GROUPS: readonly (readonly [label: string, isIn: (a: ComparedSchool) => boolean])[] = [
  ['Your own', (a) => a.kept !== null],
  ...SORTS.map(
    ([sort, label]) =>
      [label, (a: ComparedSchool) => a.kept === null && schools[a.school].metal === sort] as const,
  ),
];

interface WhatEachTakesProps extends Pick<LadderEdits, 'known' | 'meant'> {
  readonly ladder: Ladder;
  readonly onTake: (option: SchoolOption) => void;
}

/** Every approach to a metal beside the others: how a part looks by it, and what it takes of the painter. */
export function WhatEachTakes({ ladder, known, meant, onTake }: WhatEachTakesProps) {
  const piece = usePiece();
  const { selected } = useStation();
  const part = useMemo(() => shownPart(piece, ladder, selected), [piece, ladder, selected]);
  const { list, busy, failed } = useComparedSchools({ ladder, metal: meant, known, part: part?.id ?? null });
  const most = Math.max(0, ...list.map((a) => a.measured?.takes.activeMin ?? 0));
  const toAll = busy ? [] : missingToAll(list);
  const done = list.filter((a) => a.measured || !a.piece).length;
  return (
    <section aria-label={`What each approach to ${ladder.name} takes`} className="mb-3 bg-g93 p-4 text-label">
      <div className="flex items-center gap-4 pb-2">
        <h2 className="text-base font-semibold">What each approach takes</h2>
        {busy && (
          <progress
            aria-label="Measuring approaches"
            value={done}
            max={Math.max(1, list.length)}
            className="h-1 w-40"
          />
        )}
      </div>
      {failed && <Alert className="px-3 py-2">Not measured. {failed}</Alert>}
      <div className="overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="text-left text-g28 [&>th]:pr-4 [&>th]:pb-1 [&>th]:font-normal">
              <th colSpan={2} className="pl-2">
                approach
              </th>
              <th>at the brush for {ladder.name.toLowerCase()}</th>
              <th className="text-right">coats</th>
              <th className="text-right">mixes</th>
              <th className="text-right">longest drying</th>
              <th className="text-right">the whole piece</th>
              <th />
            </tr>
          </thead>
          {GROUPS.map(([label, isIn]) => (
            <Group
              key={label}
              label={label}
              list={list.filter(isIn)}
              {...{ ladder, toAll, part, most, onTake }}
              purpose={piece.rig.purpose}
            />
          ))}
        </table>
      </div>
      {toAll.length > 0 && <p className="pt-2">For all of them: {toAll.map((text) => `${text}. `)}</p>}
      <p className="text-g28">
        From the beginning, whatever is ticked; minutes, coats and mixes of {ladder.name.toLowerCase()}{' '}
        without its undercoat. To a few per cent, at your pace as far as it is known; evenings as a quick plan
        has them.
        {part && ` The picture, and from when it reads as metal, are of one part: ${part.name}.`}
      </p>
    </section>
  );
}
