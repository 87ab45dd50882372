import { z } from 'zod';
import { degrees, hash, id, list, mm, oneOf, ratio, whole, words } from './fields.js';

/** A photo of the miniature that lies under the parts. */
export const underlaySchema = z
  .strictObject({
    photo: hash('of the photo'),
    widthPx: whole(1, 65535, 'of the photo, as it is shown'),
    heightPx: whole(1, 65535, 'of the photo, as it is shown'),
    mmPerPx: ratio(1e-5, 100, 'mm on the miniature for one pixel of the photo'),
    xMm: mm(-2000, 2000, "its middle, to the viewer's right"),
    yMm: mm(-2000, 2000, 'its middle, up'),
    turnDeg: degrees(-180, 180, 'turned by this to stand straight, counter-clockwise'),
    shows: ratio(0, 1, 'how strongly it shows: 1 as it was taken, 0 not at all'),
    grey: oneOf(['no', 'yes'], 'without its colours'),
    map: ratio(0, 1, 'how strongly the map shows over it'),
  })
  .nullable();

export const SCULPT_SOURCES = ['lamp', 'mesh'] as const;

/** The painter's own miniature as a surface, from photos under a lamp or from a 3D file. */
export const sculptSchema = z.strictObject({
  id: id('of this sculpt'),
  name: words(80, 'what the painter calls it', 1),
  from: oneOf(SCULPT_SOURCES, 'photos under a lamp, or a 3D file'),
  surface: hash('of its normals and heights'),
  widthMm: mm(0.2, 4000, 'of what it shows'),
  heightMm: mm(0.2, 4000, 'of what it shows'),
  xMm: mm(-2000, 2000, "its middle in the piece, to the viewer's right"),
  yMm: mm(-2000, 2000, 'its middle in the piece, up'),
  trust: ratio(0, 1, 'how far its normals can be believed, in the mean'),
  shape: hash('of the shape of the 3D file it was seen from, where that was kept').nullable(),
  photos: list(hash('of a photo it was made from'), 16, 'the photos it was made from, where they were kept'),
});

export const sculptsSchema = list(sculptSchema, 8, 'surfaces that parts are cut from');

export type Underlay = NonNullable<z.infer<typeof underlaySchema>>;
export type PieceSculpt = z.infer<typeof sculptSchema>;
