// Two servers that want one folder at the same moment, many times: exactly one gets it. Also where each counts processes by
// itself, as two containers do.
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const self = fileURLToPath(import.meta.url);
const LOCK = new URL('../../apps/server/dist/database/lock.js', import.meta.url);
/** So many folders are fought for at once: who cannot tell whether the other lives waits for its beat. */
const AT_ONCE = 40;

/** Before a command, what gives it process ids of its own. */
const OWN_IDS = ['unshare', '--pid', '--fork', '--mount-proc', '--kill-child'];
const mayUnshare = () => spawnSync(OWN_IDS[0], [...OWN_IDS.slice(1), 'true']).status === 0;

/** A process that tries to take folders as soon as it is told, and says which it got. */
function contender(before = []) {
  const [command, ...args] = [...before, process.execPath, self, 'contend'];
  const child = spawn(command, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  const lines = createInterface({ input: child.stdout });
  return {
    ask: (what) =>
      new Promise((resolve) => {
        lines.once('line', (line) => resolve(JSON.parse(line)));
        child.stdin.write(`${JSON.stringify(what)}\n`);
      }),
    end: () => child.kill('SIGKILL'),
  };
}

async function raced(rounds, two) {
  let [both, none] = [0, 0];
  for (let done = 0; done < rounds; done += AT_ONCE) {
    const folders = Array.from({ length: Math.min(AT_ONCE, rounds - done) }, () =>
      mkdtempSync(join(tmpdir(), 'pale-glint-race-')),
    );
    const [mine, theirs] = await Promise.all(two.map((c) => c.ask(folders)));
    both += folders.filter((_, i) => mine[i] && theirs[i]).length;
    none += folders.filter((_, i) => !mine[i] && !theirs[i]).length;
    await Promise.all(two.map((c) => c.ask([])));
    for (const folder of folders) rmSync(folder, { recursive: true, force: true });
  }
  return { both, none };
}

export async function lockRaces(rounds) {
  const tries = { 'one machine': [contender(), contender()] };
  if (mayUnshare()) tries['process ids of their own'] = [contender(OWN_IDS), contender(OWN_IDS)];
  else console.log('process ids of their own: skipped, this machine does not let us');
  let isFine = true;
  for (const [name, two] of Object.entries(tries)) {
    const { both, none } = await raced(rounds, two);
    two.forEach((c) => c.end());
    console.log(`lock races, ${name}: ${rounds}, both got in ${both} times, nobody ${none} times`);
    isFine &&= both === 0 && none === 0;
  }
  return isFine;
}

if (process.argv[2] === 'contend') {
  const { lockFolder } = await import(LOCK.href);
  let held = [];
  createInterface({ input: process.stdin }).on('line', async (line) => {
    const folders = JSON.parse(line);
    // An empty list gives all back.
    if (folders.length === 0) await Promise.all(held.map((give) => give?.()));
    held = await Promise.all(
      folders.map((folder) =>
        lockFolder(folder, () => process.exit(75)).catch((error) => {
          if (error.name !== 'FolderInUse') throw error;
          return null;
        }),
      ),
    );
    console.log(JSON.stringify(held.map((give) => give !== null)));
  });
}
