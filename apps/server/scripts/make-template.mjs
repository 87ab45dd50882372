// Initialises an empty database once and keeps it packed, so that a first start need not run initdb.
import { writeFileSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';

const db = await PGlite.create();
const packed = await db.dumpDataDir('gzip');
writeFileSync(
  new URL('../dist/empty-database.tar.gz', import.meta.url),
  Buffer.from(await packed.arrayBuffer()),
);
await db.close();
