import { useNavigate } from 'react-router';
import { catalogue } from '../stations/commands/catalogue.js';
import { useCommands } from '../stations/commands/useCommands.js';
import { PageHeader } from '../ui/PageHeader.js';

/** Every command and its key. */
export function Keys() {
  const navigate = useNavigate();
  useCommands({ pieces: () => void navigate('/'), help: () => void navigate(-1) });
  return (
    <div className="flex h-full flex-col bg-g93">
      <PageHeader title="Everything by keyboard">
        <button
          type="button"
          className="text-label font-semibold underline"
          onClick={() => void navigate(-1)}
        >
          Back to where you were
        </button>
      </PageHeader>
      <main tabIndex={0} className="min-h-0 flex-1 relative overflow-y-auto p-6">
        <p className="max-w-3xl pb-5 text-g28">
          Tab goes from one thing to the next; the arrow keys change numbers, lists and handles, with Shift
          farther. Single letters work while no text field is open.
        </p>
        <div className="columns-[19rem] gap-8">
          {catalogue.map((group) => (
            <section key={group.title} className="mb-6 break-inside-avoid bg-g98 p-4">
              <h2 className="pb-2 text-lead font-semibold">{group.title}</h2>
              <dl className="space-y-1">
                {group.commands.map((command) => (
                  <div key={command.id} className="flex items-baseline gap-3">
                    <dt className="flex w-28 shrink-0 flex-wrap gap-1">
                      {command.keys.map((key) => (
                        <kbd
                          key={key}
                          className="narrow min-w-6 rounded-[3px] bg-g18 px-1.5 py-0.5 text-center text-label text-g98"
                        >
                          {key.length === 1 ? key.toUpperCase() : key.replaceAll('+', ' ')}
                        </kbd>
                      ))}
                    </dt>
                    <dd className="text-label">{command.label}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </main>
    </div>
  );
}
