#!/usr/bin/env node
import { runGlint } from './program.js';

process.exitCode = await runGlint(process.argv.slice(2));
