import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { PairingStarted, PairingState } from './pairing.dto.js';
import { PairingService } from './pairing.service.js';

@ApiTags('pairing')
@Controller('api/pieces/:id/pairing')
export class PairingController {
  constructor(private readonly pairing: PairingService) {}

  @Get()
  state(@Param('id') id: string): Promise<PairingState> {
    return this.pairing.state(id);
  }

  @Post()
  start(@Param('id') id: string, @Body() page: unknown): Promise<PairingStarted> {
    return this.pairing.start(id, page);
  }

  @Delete()
  @HttpCode(204)
  end(@Param('id') id: string): Promise<void> {
    return this.pairing.end(id);
  }
}
