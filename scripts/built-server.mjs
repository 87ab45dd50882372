// The built server in a process of its own, as tests, soaks and pictures start it.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../apps/server/dist/bundle/main.mjs', import.meta.url));
/** A server that lives for one test gains nothing from optimised code of the database. */
const QUICK_START = ['--liftoff-only', '--wasm-lazy-compilation'];

/**
 * Starts it on a data folder.
 * @param {string} data
 * @param {object} [options]
 * @param {number} [options.port] 0 takes any that is free
 * @param {boolean} [options.pictures] whether it draws small pictures of the pieces
 * @param {boolean} [options.lives] whether it is used for long: it then makes its copies and is compiled well
 * @returns its process, and the address that it answers at once it is ready; refused where it ends before, with what it said
 */
export function startBuilt(data, { port = 0, pictures = false, lives = false } = {}) {
  const child = spawn(process.execPath, [...(lives ? [] : QUICK_START), MAIN], {
    env: {
      ...process.env,
      PALE_GLINT_DATA: data,
      PALE_GLINT_PORT: String(port),
      PALE_GLINT_PICTURES: pictures ? 'on' : 'off',
      PALE_GLINT_COPIES: lives ? 'on' : 'off',
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  /** @type {Promise<string>} */
  const ready = new Promise((resolve, reject) => {
    const hear = (d) => {
      said += d;
      const found = /http:\/\/\S+/.exec(said);
      if (found) resolve(found[0]);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', (code, signal) =>
      reject(new Error(`the server ended with ${signal ?? code}: ${said.slice(-2000)}`)),
    );
  });
  // Whoever waits for it hears of it; an end on purpose is no news.
  ready.catch(() => undefined);
  return { child, ready };
}
