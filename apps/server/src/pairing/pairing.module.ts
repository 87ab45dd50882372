import { Module } from '@nestjs/common';
import { RunsModule } from '../runs/runs.module.js';
import { PairingController } from './pairing.controller.js';
import { PairingService } from './pairing.service.js';

@Module({ imports: [RunsModule], controllers: [PairingController], providers: [PairingService] })
export class PairingModule {}
