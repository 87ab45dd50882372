// What the painter's own miniature costs: a scan of eight photos of 2 megapixels, a tap, a shape of half a million triangles.
import { standInSculpt, standInSeries, MILD, luminanceImageOf, regionAt, scanFrom } from '@pale-glint/core';
import { mended, sculptFromMesh, FRONT } from '@pale-glint/core/mesh';

const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`;

/** A ball with waves: about so many triangles. */
function wavyBall(triangles) {
  const n = Math.round(Math.sqrt(triangles / 4));
  const m = 2 * n;
  const positions = new Float32Array(3 * (n + 1) * m);
  const index = [];
  for (let i = 0; i <= n; i++)
    for (let j = 0; j < m; j++) {
      const [t, p] = [(i / n) * Math.PI, (j / m) * 2 * Math.PI];
      const r = 25 + Math.sin(9 * p) * Math.sin(t) * Math.sin(7 * t);
      positions.set(
        [r * Math.sin(t) * Math.cos(p), r * Math.cos(t), r * Math.sin(t) * Math.sin(p)],
        3 * (i * m + j),
      );
      if (i === n) continue;
      const k = (j + 1) % m;
      index.push(i * m + j, i * m + k, (i + 1) * m + j, i * m + k, (i + 1) * m + k, (i + 1) * m + j);
    }
  return mended(positions, Uint32Array.from(index), 'y');
}

/** Figures of scan, tap and mesh; told, not asserted. */
export function miniatureFigures(say) {
  const sculpt = standInSculpt('dome');
  const pxPerMm = 10;
  const series = standInSeries(sculpt, { pxPerMm, photos: 8, conditions: MILD, seed: 1 });
  // The stand-in takes small photos; each point is doubled until they hold 2 megapixels, as a phone's would.
  const by = Math.round(Math.sqrt(2_000_000 / (series.bench.width * series.bench.height)));
  const planes = series.photos.map((p) => {
    const small = luminanceImageOf(p.rgba, p.width, p.height);
    const [width, height] = [small.width * by, small.height * by];
    const light = new Float32Array(width * height);
    for (let r = 0; r < height; r++)
      for (let c = 0; c < width; c++)
        light[r * width + c] = small.light[Math.floor(r / by) * small.width + Math.floor(c / by)];
    return { width, height, light };
  });
  let start = performance.now();
  const scan = scanFrom(planes, { ball: null, pxPerMm: pxPerMm * by, lampMm: 'find' });
  const points = planes[0].width * planes[0].height;
  say(
    `scan of 8 photos of ${(points / 1e6).toFixed(1)} megapixels, decoded: ` +
      `${seconds(performance.now() - start)}, ` +
      `${Math.round((1e6 * (performance.now() - start)) / points / 8)} ns a point and photo, memory ` +
      `${Math.round(process.memoryUsage().rss / 1048576)} MB`,
  );
  // The page makes four taps of its own while the surface is shown.
  for (let i = 0; i < 4; i++) regionAt(scan.sculpt, [[0, 0]]);
  const times = Array.from({ length: 5 }, () => {
    start = performance.now();
    regionAt(scan.sculpt, [[-3.2, 0]]);
    return performance.now() - start;
  });
  say(`tap on it until its region is outlined: ${Math.round(times.sort((a, b) => a - b)[2])} ms`);
  start = performance.now();
  const mesh = wavyBall(500_000);
  const read = performance.now() - start;
  start = performance.now();
  const made = sculptFromMesh(mesh, { ...FRONT, up: 'y' });
  say(
    `shape of ${mesh.index.length / 3} triangles: mended in ${seconds(read)}, seen and followed at ` +
      `${((made.width * made.height) / 1e6).toFixed(1)} megapixel in ` +
      `${seconds(performance.now() - start)}`,
  );
}
