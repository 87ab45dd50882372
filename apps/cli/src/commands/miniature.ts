import { standInSculpts } from '@pale-glint/core';
import type { Command } from 'commander';
import type * as work from './miniatureWork.js';

type Work = typeof work;
/** Decoders and readers of shapes are loaded for these commands alone. */
const working = async (act: (w: Work) => Promise<void>) => {
  const w = await import('./miniatureWork.js');
  await act(w);
};
const collect = (value: string, before: string[]) => [...before, value];

/** scan, mesh, camera: a piece from the painter's own miniature. */
export function miniatureCommands(program: Command): void {
  program
    .command('scan')
    .description('a piece from photos of a primed miniature under a moving lamp, with a shiny bead beside it')
    .argument('<PHOTOS...>', '4 to 16, JPEG or PNG')
    .requiredOption(
      '--out <FILE>',
      'the piece and its surface in one archive, which map, look and critique read',
    )
    .option('--ball <X,Y,R>', 'outline of the bead in the first photo, in its pixels; looked for without it')
    .option('--ball-mm <MM>', "the bead's width, which tells the scale", '6.4')
    .option('--lamp <MM>', 'distance of the lamp, or find, or far', 'find')
    .option(
      '--part <X,Y>',
      'a place of a part, mm from the middle, more of it joined by +; may be repeated',
      collect,
      [],
    )
    .action((paths: string[], o: work.ScanChoices) => working((w) => w.scan(paths, o)));
  program
    .command('mesh')
    .description('a piece from a 3D file: STL, OBJ, PLY, glTF')
    .argument('<FILE>')
    .requiredOption(
      '--out <FILE>',
      'the piece and its surface in one archive, which map, look and critique read',
    )
    .option('--view <VIEW>', `front, left, right, back, above, top, or YAW,PITCH[,ROLL]`, 'front')
    .option('--up <AXIS>', 'y or z: how it stands in its file')
    .option('--height <MM>', 'foot to crown; without it the numbers in the file are mm')
    .option('--px-per-mm <N>', 'points per mm; as fine as a million points allow without it')
    .option(
      '--part <X,Y>',
      'a place of a part, mm from the middle, more of it joined by +; may be repeated',
      collect,
      [],
    )
    .action((path: string, o: Parameters<Work['mesh']>[1]) => working((w) => w.mesh(path, o)));
  program
    .command('camera')
    .description('photos by the stand-in camera of a made-up sculpt, to try a scan with')
    .argument('<SCULPT>', standInSculpts.map((s) => s.id).join(', '))
    .requiredOption('--out <FOLDER>')
    .option('--photos <N>', 'how many', '8')
    .option('--hard', 'a bright room and a near lamp')
    .option('--seed <N>', 'another bench', '1')
    .option('--px-per-mm <N>', 'sharpness', '20')
    .option('--spoil <N:HOW>', `spoils photo N: moved, overexposed, glossy, ball lost, other light`)
    .action((id: string, o: Parameters<Work['camera']>[1]) => working((w) => w.camera(id, o)));
}
