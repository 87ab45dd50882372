import {
  aimsOf,
  fromOpposites,
  halfStep,
  lackingPaint,
  otherMixes,
  searchMixesForLadder,
  standIns,
} from '@pale-glint/core';
import type { MixJob, MixMessage } from './mixProtocol.js';

const post = (news: MixMessage) => self.postMessage(news);

self.onmessage = ({ data }: MessageEvent<MixJob>) => {
  let told = 0;
  const onProgress = (share: number) => {
    if (share - told < 0.02) return;
    told = share;
    post({ kind: 'progress', share });
  };
  try {
    const options = { onProgress, out: new Set(data.out) };
    if (data.kind === 'stand-ins') {
      post({ kind: 'stand-ins', ways: standIns(data.paint, data.paints, options.out) });
      return;
    }
    if (data.kind === 'others') {
      const aim = aimsOf(data.ladder, data.paints)[data.step];
      post({
        kind: 'others',
        others: otherMixes(data.ladder, data.paints, data.step, options),
        opposites: fromOpposites(aim, data.paints, options.out),
      });
      return;
    }
    if (data.kind === 'half') {
      post({ kind: 'half', half: halfStep(data.ladder, data.step, data.paints, options.out) });
      return;
    }
    if (data.kind === 'lacking') {
      post({ kind: 'lacking', lacking: lackingPaint(data.ladder, data.paints, options) });
      return;
    }
    const found = searchMixesForLadder(data.ladder, data.paints, data.only, options);
    post(
      found
        ? { kind: 'ladder', ...found }
        : {
            kind: 'failed',
            message:
              'No ladder that rises step by step comes from these paints. A darker dark, or a lighter light, is missing.',
          },
    );
  } catch (error) {
    post({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
};
