// The built server in a process of its own, as a soak starts and ends it.
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../apps/server/dist/main.js', import.meta.url));
const QUICK_START = ['--liftoff-only', '--wasm-lazy-compilation'];

export class SoakServer {
  constructor(data) {
    this.said = '';
    this.child = spawn(process.execPath, [...QUICK_START, MAIN], {
      env: {
        ...process.env,
        PALE_GLINT_DATA: data,
        PALE_GLINT_PORT: '0',
        PALE_GLINT_PICTURES: 'off',
        PALE_GLINT_COPIES: 'off',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.over = new Promise((resolve) => this.child.on('exit', resolve));
    this.ready = new Promise((resolve, reject) => {
      const hear = (d) => {
        this.said += d;
        const found = /http:\/\/\S+/.exec(this.said);
        if (found) resolve((this.address = found[0]));
      };
      this.child.stdout.on('data', hear);
      this.child.stderr.on('data', hear);
      this.child.on('exit', (code) =>
        reject(new Error(`the server ended with ${code}: ${this.said.slice(-400)}`)),
      );
    });
    // Whoever waits for it hears of it; a cut on purpose is no news.
    this.ready.catch(() => undefined);
  }

  request(method, path, body, type = 'application/json') {
    return fetch(`${this.address}/api${path}`, {
      method,
      body,
      ...(body === undefined ? {} : { headers: { 'content-type': type } }),
    });
  }

  async end(signal = 'SIGTERM') {
    this.child.kill(signal);
    await this.over;
  }
}
