// What is asked for when the server, or its tests, are bundled.

/** The database finds its files beside itself; the others are asked for by name and may be missing. */
export const UNBUNDLED = [
  '@electric-sql/pglite',
  '@nestjs/websockets',
  '@nestjs/microservices',
  '@fastify/static',
  'class-transformer/storage',
  'pg-native',
];

/** Stands before a bundle of modules: packages of the older kind ask for others by `require`. */
export const REQUIRE =
  "import { createRequire as requireFrom } from 'node:module';\nconst require = requireFrom(import.meta.url);";
