import sharp from 'sharp';
const [out, ...ins] = process.argv.slice(2);
const metas = await Promise.all(ins.map(async (f) => ({ f: await sharp(f).resize({ width: 500 }).toBuffer() })));
const all = []; let x = 0, h = 0;
for (const { f } of metas) { const m = await sharp(f).metadata(); all.push({ input: f, left: x % 1530, top: Math.floor(x / 1530) * (m.height + 10) }); x += 510; h = m.height; }
await sharp({ create: { width: 1530, height: 2 * h + 10, channels: 3, background: '#ff0' } }).composite(all).png().toFile(out);
