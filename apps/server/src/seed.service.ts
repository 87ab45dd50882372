import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import {
  brassHeron,
  CAPTAIN_FILES,
  eveningsFrom,
  localDay,
  lockCaptain,
  lockMilitia,
  shelfOf,
  sluiceWarden,
  towline,
  towlineBrushes,
  USUAL_EVENING,
  writePiece,
  writeShelf,
  type Piece,
} from '@pale-glint/core';
import { BlobsService } from './blobs/blobs.service.js';
import { DB } from './database/database.module.js';
import type { Database } from './database/open.js';
import { settings } from './database/schema.js';
import { Stale } from './http/refusals.js';
import { PiecesService } from './pieces/pieces.service.js';
import { DEMO } from './folders.js';
import { ShelfService } from './shelf/shelf.service.js';

const SEEDED = 'demo';
const USES = 'uses of blobs';

const demoFile = (name: string) => readFileSync(join(DEMO, name));

/** So many evenings are set for the militia, which are too few for all of it. */
const MILITIA_EVENINGS = 4;
/** A photo of the warden as it was painted, by the stand-in camera: which file, when, and what its note says. */
interface DemoPhoto {
  readonly photo: string;
  readonly madeAt: string;
  readonly text: string;
}

/**
 * The pieces as they come in: ten figures for the next four evenings, one half painted and photographed. The one that
 * opens first comes last.
 */
function demoPieces(photos: readonly DemoPhoto[]): Piece[] {
  const evenings = eveningsFrom({ date: localDay(new Date()), ...USUAL_EVENING }, MILITIA_EVENINGS);
  const run = JSON.parse(demoFile('warden-run.json').toString()) as Piece['run'];
  return [
    brassHeron,
    { ...lockMilitia, table: { ...lockMilitia.table, evenings } },
    {
      ...sluiceWarden,
      run,
      notes: [
        ...sluiceWarden.notes,
        ...photos.map((photo, i) => ({
          ...photo,
          id: `evening-${i + 1}`,
          part: null,
          told: null,
          mended: null,
        })),
      ],
    },
    lockCaptain,
  ];
}

/** The heron's wing and the captain as the stand-in camera saw them: photos, and surfaces that parts are cut from. */
const DEMO_FILES = [
  ['photo', 'heron-wing.jpg'],
  ['surface', 'heron-wing.surface'],
  ...CAPTAIN_FILES.flatMap(({ id }) => [
    ['photo', `lock-captain-${id}.jpg`] as const,
    ['surface', `lock-captain-${id}.surface`] as const,
  ]),
] as const;

/** Puts the demo in once. A demo that the painter removed stays away. */
@Injectable()
export class SeedService implements OnApplicationBootstrap {
  constructor(
    @Inject(DB) private readonly db: Database,
    private readonly pieces: PiecesService,
    private readonly blobs: BlobsService,
    private readonly shelf: ShelfService,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    const known = new Set((await this.db.select({ key: settings.key }).from(settings)).map((r) => r.key));
    if (!known.has(USES)) {
      await this.pieces.writeUses();
      await this.db.insert(settings).values({ key: USES, value: 'written' }).onConflictDoNothing();
    }
    if (known.has(SEEDED)) return;
    for (const [kind, name] of DEMO_FILES) await this.blobs.add(kind, demoFile(name));
    const photos = JSON.parse(demoFile('warden-photos.json').toString()) as DemoPhoto[];
    const kept: DemoPhoto[] = [];
    for (const photo of photos)
      kept.push({ ...photo, photo: (await this.blobs.add('photo', demoFile(photo.photo))).hash });
    for (const piece of demoPieces(kept)) await this.pieces.add(writePiece(piece), 'replace');
    // A shelf that somebody wrote already is left alone.
    if ((await this.shelf.get()).version === 0)
      await this.shelf.save(writeShelf(shelfOf(towline, towlineBrushes)), 0).catch((error: unknown) => {
        // Another server that starts at this moment was first.
        if (!(error instanceof Stale)) throw error;
      });
    await this.db.insert(settings).values({ key: SEEDED, value: 'ninth-lock' }).onConflictDoNothing();
  }
}
