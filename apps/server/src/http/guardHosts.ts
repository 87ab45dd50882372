import type { NextFunction, Request, Response } from 'express';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

const hostName = (hostAndPort: string): string => hostAndPort.replace(/:\d+$/, '').toLowerCase();

/**
 * Lets through only requests addressed to this machine by a known name, and, where a browser says from which page it
 * asks, only from this server's own pages. Keeps other web pages from reaching in through the painter's browser.
 */
export function guardHosts(more: readonly string[]) {
  const known = new Set([...LOOPBACK, ...more.map((h) => h.toLowerCase())]);
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    if (!known.has(hostName(host))) {
      response.status(403).json({
        says: `This server does not answer to the name "${host.slice(0, 80)}". Use localhost, or list the name in PALE_GLINT_HOSTS.`,
      });
      return;
    }
    const origin = request.headers.origin;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
      response.status(403).json({ says: 'Requests from other pages are not accepted.' });
      return;
    }
    response.setHeader('X-Content-Type-Options', 'nosniff');
    response.setHeader('X-Frame-Options', 'DENY');
    response.setHeader('Referrer-Policy', 'no-referrer');
    next();
  };
}
