import { Inject, Module, type DynamicModule, type OnApplicationShutdown } from '@nestjs/common';
import { CONFIG, type Config } from '../config.js';
import type { OpenDatabase } from './open.js';

export const OPEN = Symbol('open database');
export const DB = Symbol('database');

/** The one database of the process, and the settings it was opened with. Closed, and its folder given back, when the server shuts down. */
@Module({})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(OPEN) private readonly open: OpenDatabase) {}

  static with(open: OpenDatabase, config: Config): DynamicModule {
    return {
      module: DatabaseModule,
      global: true,
      providers: [
        { provide: OPEN, useValue: open },
        { provide: DB, useValue: open.db },
        { provide: CONFIG, useValue: config },
      ],
      exports: [DB, CONFIG, OPEN],
    };
  }

  async onApplicationShutdown(): Promise<void> {
    await this.open.close();
  }
}
