// Jest knows how long a suite takes from its last run; a clean checkout has none. The longest of a whole run are begun
// first, so that no worker waits for one that another began at the end.
import Sequencer from '@jest/test-sequencer';

const LONGEST = [
  'unit/others',
  'unit-server',
  'unit/photo',
  'unit/scan',
  'unit/critique',
  'unit/glint',
  'cli/test/cli.',
  'cli/test',
];
const rank = ({ path }) => {
  const found = LONGEST.findIndex((name) => path.includes(name));
  return found < 0 ? LONGEST.length : found;
};

export default class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b));
  }
}
