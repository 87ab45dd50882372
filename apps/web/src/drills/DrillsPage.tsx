import { DRILL_IDS, drills, plain, standingOf, type DrillAnswer, type DrillId } from '@pale-glint/core';
import { NavLink, useNavigate, useParams, useSearchParams } from 'react-router';
import { useCommands } from '../stations/commands/useCommands.js';
import { PageHeader } from '../ui/PageHeader.js';
import { DrillDesk } from './DrillDesk.js';
import { useDrillAnswers } from './useDrillAnswers.js';

/** How far one stands in a drill, in a line. */
function stateOf(drill: DrillId, answers: readonly DrillAnswer[]): string {
  const { answered, usualMiss, close, of } = standingOf(drill, answers, []);
  if (answered === 0) return 'not tried yet';
  const { within, unit } = drills[drill];
  return within > 0
    ? `usually off by ${plain(usualMiss!, 0)} ${unit}`
    : `${close} of ${of < answered ? `the last ${of}` : of} right`;
}

function DrillList({ answers }: { answers: readonly DrillAnswer[] }) {
  return (
    <nav
      aria-label="Drills"
      className="w-58 shrink-0 overflow-y-auto bg-g82 max-md:flex max-md:w-full max-md:overflow-x-auto"
    >
      {DRILL_IDS.map((id) => (
        <NavLink
          key={id}
          to={`/drills/${id}`}
          className="block border-b border-g72 px-5 py-3 hover:bg-g88 aria-[current=page]:bg-g10 aria-[current=page]:text-g98 max-md:shrink-0"
        >
          <span className="block font-semibold">{drills[id].label}</span>
          <span className="narrow block text-label">{stateOf(id, answers)}</span>
        </NavLink>
      ))}
    </nav>
  );
}

const isDrill = (id: string | undefined): id is DrillId => DRILL_IDS.some((d) => d === id);

/** What a painter judges by eye, asked and measured. */
export function DrillsPage() {
  const navigate = useNavigate();
  useCommands({ pieces: () => void navigate('/'), help: () => void navigate('/keys') });
  const { drill: named } = useParams();
  const [params] = useSearchParams();
  const drill = isDrill(named) ? named : DRILL_IDS[0];
  const seed = params.get('seed');
  const { answers, known, trouble, add, forget } = useDrillAnswers();
  return (
    <div className="flex h-full flex-col">
      <PageHeader title="Drills" note="train the eye on what is computed">
        {trouble && (
          <p role="alert" className="text-label text-g96">
            {trouble}
          </p>
        )}
      </PageHeader>
      <main className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <DrillList answers={answers} />
        <DrillDesk
          key={drill}
          drill={drill}
          first={seed === null ? null : Number(seed) >>> 0}
          answers={answers}
          known={known}
          onAnswered={add}
          onForget={() => void forget(drill)}
        />
      </main>
    </div>
  );
}
