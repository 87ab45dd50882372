// The built server as a soak starts, asks and ends it.
import { startBuilt } from '../built-server.mjs';

export class SoakServer {
  constructor(data) {
    const { child, ready } = startBuilt(data);
    this.child = child;
    this.over = new Promise((resolve) => child.on('exit', resolve));
    this.ready = ready.then((address) => (this.address = address));
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
