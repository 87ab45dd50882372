import sharp from 'sharp';
const [out, ...ins] = process.argv.slice(2);
const m = await Promise.all(ins.map(async (f) => ({ f, ...(await sharp(f).metadata()) })));
const H = Math.max(...m.map((x) => x.height));
let W = 0;
const comp = [];
for (const x of m) {
  comp.push({ input: x.f, left: W, top: 0 });
  W += x.width;
}
await sharp({ create: { width: W, height: H, channels: 3, background: '#222' } })
  .composite(comp)
  .png()
  .toFile(out);
