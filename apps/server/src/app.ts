import 'reflect-metadata';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { MOST_BYTES, MOST_PHOTO_BYTES, MOST_SHELF_BYTES } from '@pale-glint/core';
import express, { type Express } from 'express';
import { AppModule } from './app.module.js';
import { MOST_BACKUP_BYTES } from './backup/backup.service.js';
import type { Config } from './config.js';
import type { EndAtOnce } from './database/ending.js';
import { openDatabase } from './database/open.js';
import { FailuresFilter } from './http/failures.filter.js';
import { needRoom } from './http/room.js';
import { guardHosts } from './http/guardHosts.js';
import { MOST_PAGE_BYTES } from './pairing/pairing.service.js';
import { refusedFields } from './http/refusals.js';
import { servePages } from './http/servePages.js';

/** Piece bodies are read as text, so that the reader can say where a broken one breaks. */
const PIECE_ADDRESS = /^\/api\/pieces(\/[^/]+)?$/;
const BLOB_ADDRESS = /^\/api\/blobs$/;
const SHELF_ADDRESS = /^\/api\/shelf$/;
const BACKUP_ADDRESS = /^\/api\/backup\/(restore|preview)$/;
const PAIRING_ADDRESS = /^\/api\/pieces\/[^/]+\/pairing$/;
const SMALL_BODY = 64 * 1024;

/** The whole server, ready to listen. */
export async function createApp(
  config: Config,
  { end, quiet = false }: { readonly end: EndAtOnce; readonly quiet?: boolean },
): Promise<NestExpressApplication> {
  const open = await openDatabase(config, end);
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(open, config), {
    bodyParser: false,
    abortOnError: false,
    // A browser keeps spare connections open; waiting for them would hang a stop for a minute.
    forceCloseConnections: true,
    logger: quiet ? ['error'] : ['error', 'warn'],
  });
  app.disable('x-powered-by');
  app.use(guardHosts([...config.moreHosts, config.host]));
  app.use(needRoom(config));
  app.use(PIECE_ADDRESS, express.text({ type: () => true, limit: MOST_BYTES }));
  app.use(SHELF_ADDRESS, express.text({ type: () => true, limit: MOST_SHELF_BYTES }));
  app.use(BLOB_ADDRESS, express.raw({ type: () => true, limit: MOST_PHOTO_BYTES }));
  app.use(BACKUP_ADDRESS, express.raw({ type: () => true, limit: MOST_BACKUP_BYTES }));
  app.use(PAIRING_ADDRESS, express.text({ type: 'text/html', limit: MOST_PAGE_BYTES }));
  app.use('/api', express.json({ limit: SMALL_BODY }));
  app.useGlobalFilters(new FailuresFilter());
  app.useGlobalPipes(
    new ValidationPipe({
      transform: true,
      whitelist: true,
      forbidNonWhitelisted: true,
      exceptionFactory: refusedFields,
    }),
  );
  if (config.describesApi) describeApi(app);
  servePages(app.getHttpAdapter().getInstance() as Express, config.webFolder);
  app.enableShutdownHooks();
  return app;
}

/** Serves a description of all addresses, for who builds on them. */
function describeApi(app: NestExpressApplication): void {
  const docs = new DocumentBuilder()
    .setTitle('Pale Glint')
    .setDescription(
      'Pieces, their runs, the photos and surfaces they use, and the shelf of paints. Errors answer { says, problems: [{ path, held, accepted }] }.',
    )
    .build();
  SwaggerModule.setup('api/docs', app, () => SwaggerModule.createDocument(app, docs));
}
