import {
  OWN_PLACES,
  OWN_ROLES,
  withRecipeChange,
  type Ladder,
  type Paint,
  type PassRef,
} from '@pale-glint/core';
import { useState } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { PLACE_WORDS } from './placeWords.js';

const ROLE_WORDS = {
  glaze: 'a thin glaze',
  wash: 'a wash',
  value: 'paint that covers',
  varnish: 'a varnish',
} as const;
/** Parts of water to one of paint, and coats, that each is usually laid with. */
const USUAL = { glaze: [5, 1], wash: [2, 1], value: [1, 2], varnish: [0, 1] } as const;

interface OwnPassProps {
  readonly ladder: Ladder;
  readonly owned: readonly Paint[];
  readonly before: PassRef;
  readonly onPut: (ladder: Ladder) => void;
  readonly onDone: () => void;
}

/** A pass of the painter's own, put in before another. */
export function OwnPass({ ladder, owned, before, onPut, onDone }: OwnPassProps) {
  const [role, setRole] = useState<(typeof OWN_ROLES)[number]>('glaze');
  const [over, setOver] = useState<(typeof OWN_PLACES)[number]>('whole');
  const [chosen, setPaint] = useState('');
  const fit = owned.filter((p) => (p.kind === 'varnish') === (role === 'varnish'));
  const paint = fit.some((p) => p.id === chosen) ? chosen : (fit[0]?.id ?? '');
  const name = fit.find((p) => p.id === paint)?.name;
  const put = () => {
    const [water, coats] = USUAL[role];
    const title = `${role === 'value' || role === 'varnish' ? '' : `${role} of `}${name!}, ${PLACE_WORDS[over]}`;
    onPut(
      withRecipeChange(ladder, {
        kind: 'add',
        title: title.slice(0, 80),
        role,
        over,
        mix: [{ paint, parts: 1 }],
        water,
        thinner: 'water',
        coats,
        why: '',
        before,
      }),
    );
    onDone();
  };
  return (
    <section aria-label="A pass of your own" className="grid grid-cols-3 gap-x-6 bg-g96 px-3 py-2">
      <Choice
        label="It is"
        value={role}
        options={OWN_ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))}
        onChange={setRole}
      />
      <Choice
        label="Of"
        value={paint}
        options={fit.map((p) => ({ value: p.id, label: p.name }))}
        onChange={setPaint}
      />
      <Choice
        label="Over"
        value={over}
        options={OWN_PLACES.map((value) => ({ value, label: PLACE_WORDS[value] }))}
        onChange={setOver}
      />
      <div className="col-span-3 flex gap-2 pt-2">
        <Button disabled={!name} onClick={put}>
          Put it in
        </Button>
        <Button look="plain" onClick={onDone}>
          Not now
        </Button>
      </div>
    </section>
  );
}
