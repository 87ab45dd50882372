import type { Server } from 'node:http';
import { networkInterfaces } from 'node:os';
import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { CONFIG, type Config } from '../config.js';
import { Refused } from '../http/refusals.js';
import { BlobsService } from '../blobs/blobs.service.js';
import { PiecesService } from '../pieces/pieces.service.js';
import { RunsService } from '../runs/runs.service.js';
import type { PairingStarted, PairingState } from './pairing.dto.js';
import { openListener, type PhoneDoor } from './phoneListener.js';
import { newSecret, sameSecret } from './secrets.js';

const MOST_HOURS = 12;
const MOST_WRONG = 5;
const TOLD_WITHIN_MS = 50;
/** A page with the pictures of an evening; larger ones are refused. */
export const MOST_PAGE_BYTES = 24 * 1024 * 1024;

interface Pairing {
  readonly piece: string;
  readonly server: Server;
  readonly port: number;
  readonly until: number;
  readonly timer: NodeJS.Timeout;
  page: string;
  /** Opens the table once; null when it was used. */
  token: string | null;
  wrong: number;
  readonly keys: Set<string>;
}

/** What is told where this machine is in no network: only it can open that. */
const NO_NETWORK = '127.0.0.1';

/** Addresses of this machine on its networks. */
const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter((one) => one.family === 'IPv4' && !one.internal)
    .map((one) => one.address);

/**
 * A phone beside the palette: for one piece, on request, for at most twelve hours, a second listener on the home network
 * that answers nothing but the table, its ticks and notes. Traffic there is not encrypted.
 */
@Injectable()
export class PairingService implements OnApplicationShutdown {
  private pairing: Pairing | null = null;

  constructor(
    private readonly runs: RunsService,
    private readonly pieces: PiecesService,
    private readonly blobs: BlobsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async state(piece: string): Promise<PairingState> {
    const p = this.pairing?.piece === piece ? this.pairing : null;
    return {
      // Only asked while it is open.
      version: p ? (await this.pieces.get(piece)).version : 0,
      open: p !== null,
      until: p ? new Date(p.until).toISOString() : '',
      phones: p?.keys.size ?? 0,
    };
  }

  /** Opens the table of a piece, or asks for another key to it; phones that hold one keep it. */
  async start(piece: string, page: unknown): Promise<PairingStarted> {
    if (typeof page !== 'string' || !page.startsWith('<!doctype html>'))
      throw new Refused([{ path: 'body', held: 'something else', accepted: 'the table as a page' }]);
    // A piece that is not here has no table.
    await this.runs.run(piece);
    if (this.pairing && this.pairing.piece !== piece) await this.end();
    const pairing = this.pairing ?? (await this.open(piece));
    pairing.page = page;
    pairing.token = newSecret();
    pairing.wrong = 0;
    const own = ownAddresses();
    const addresses = (own.length > 0 ? own : [NO_NETWORK]).map(
      (a) => `http://${a}:${pairing.port}/#${pairing.token}`,
    );
    return { ...(await this.state(piece)), addresses };
  }

  private async open(piece: string): Promise<Pairing> {
    const { server, port } = await openListener(this.door(), this.config.phonePort);
    const ms = MOST_HOURS * 3_600_000;
    const timer = setTimeout(() => void this.end(), ms).unref();
    this.pairing = {
      piece,
      server,
      port,
      until: Date.now() + ms,
      timer,
      page: '',
      token: null,
      wrong: 0,
      keys: new Set(),
    };
    return this.pairing;
  }

  /** What the listener may ask; once the pairing has ended, nothing. */
  private door(): PhoneDoor {
    const now = (): Pairing => {
      if (!this.pairing) throw new Refused([{ path: 'table', held: 'ended', accepted: 'a new code' }], 410);
      return this.pairing;
    };
    return {
      hosts: () => new Set([...ownAddresses(), '127.0.0.1', 'localhost']),
      claim: (token) => this.claim(token),
      admits: (key) =>
        this.pairing !== null &&
        Date.now() < this.pairing.until &&
        [...this.pairing.keys].some((k) => sameSecret(k, key)),
      page: () => now().page,
      ticks: () => this.runs.run(now().piece),
      tickMany: ({ ticks }) => this.runs.tickMany(now().piece, ticks),
      untickMany: ({ steps }) => this.runs.untickMany(now().piece, steps),
      photo: (bytes) => {
        now();
        return this.blobs.add('photo', bytes);
      },
      note: (note) => this.pieces.addNote(now().piece, { ...note, photo: note.photo ?? null }),
    };
  }

  private claim(token: unknown): { key: string; maxAgeMs: number } | null {
    const p = this.pairing;
    if (!p) return null;
    if (typeof token !== 'string' || p.token === null || !sameSecret(token, p.token)) {
      if (++p.wrong >= MOST_WRONG) {
        p.token = null;
        // Once it has been told.
        setTimeout(() => void this.end(p.piece), TOLD_WITHIN_MS).unref();
      }
      return null;
    }
    p.token = null;
    const key = newSecret();
    p.keys.add(key);
    return { key, maxAgeMs: p.until - Date.now() };
  }

  /** Ends it at once: the listener is gone, and so is every key. */
  async end(piece?: string): Promise<void> {
    const p = this.pairing;
    if (!p || (piece !== undefined && p.piece !== piece)) return;
    this.pairing = null;
    clearTimeout(p.timer);
    p.server.closeAllConnections();
    await new Promise<void>((done) => p.server.close(() => done()));
  }

  onApplicationShutdown = (): Promise<void> => this.end();
}
