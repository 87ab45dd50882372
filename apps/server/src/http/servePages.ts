import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type Request, type Response } from 'express';

/** The pages' policy: everything comes from this server. Styles may be set by the code that draws. */
const POLICY =
  "default-src 'self'; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; worker-src " +
  "'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'self'; frame-ancestors 'none'";

/**
 * Serves the built pages. Hashed assets may be kept for ever; the page itself is asked for anew. A missing asset is
 * 404; any other address is a page of the app.
 */
export function servePages(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '365d', fallthrough: false }),
  );
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get(/^\/(?!api(\/|$)|assets\/)/, (request: Request, response: Response) => {
    const page = join(folder, 'index.html');
    if (/\.[a-z0-9]{1,5}$/i.test(request.path) || !existsSync(page)) {
      response.status(404).json({ says: 'There is no such page.' });
      return;
    }
    response.setHeader('Content-Security-Policy', POLICY);
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(page);
  });
}
