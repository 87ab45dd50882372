// Property tests use one seed in `npm test`, so that a failure is a change of the code; the soak draws a new one each time.
import fc from 'fast-check';

const { PALE_GLINT_SEED } = process.env;
fc.configureGlobal(PALE_GLINT_SEED === 'new' ? {} : { seed: Number(PALE_GLINT_SEED ?? 20261123) });
