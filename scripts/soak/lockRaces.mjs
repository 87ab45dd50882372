// Two servers that want one folder at the same moment, many times: exactly one gets it.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const self = fileURLToPath(import.meta.url);
const LOCK = new URL('../../apps/server/dist/database/lock.js', import.meta.url);

/** A process that tries to take a folder as soon as it is told, and says whether it did. */
function contender() {
  const child = spawn(process.execPath, [self, 'contend'], { stdio: ['pipe', 'pipe', 'inherit'] });
  let heard = () => undefined;
  child.stdout.on('data', (d) =>
    String(d)
      .trim()
      .split('\n')
      .forEach((line) => heard(line)),
  );
  return {
    ask: (line) =>
      new Promise((resolve) => {
        heard = resolve;
        child.stdin.write(`${line}\n`);
      }),
    end: () => child.kill('SIGKILL'),
  };
}

export async function lockRaces(rounds) {
  const two = [contender(), contender()];
  let [both, none] = [0, 0];
  for (let i = 0; i < rounds; i++) {
    const folder = mkdtempSync(join(tmpdir(), 'pale-glint-race-'));
    const answers = await Promise.all(two.map((c) => c.ask(`take ${folder}`)));
    const took = answers.filter((a) => a === 'taken').length;
    if (took === 2) both++;
    if (took === 0) none++;
    await Promise.all(two.map((c) => c.ask('give')));
    rmSync(folder, { recursive: true, force: true });
  }
  two.forEach((c) => c.end());
  console.log(`lock races: ${rounds} rounds, both got in ${both} times, nobody ${none} times`);
  return both === 0 && none === 0;
}

if (process.argv[2] === 'contend') {
  const { lockFolder } = await import(LOCK.href);
  let give = null;
  process.stdin.on('data', async (d) => {
    for (const line of String(d).trim().split('\n')) {
      if (line === 'give') {
        await give?.();
        give = null;
        console.log('given');
        continue;
      }
      try {
        give = await lockFolder(line.slice('take '.length), () => process.exit(75));
        console.log('taken');
      } catch {
        console.log('refused');
      }
    }
  });
}
