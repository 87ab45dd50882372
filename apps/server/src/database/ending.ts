/** Why the process has to end at once: what could not be kept was not acknowledged, and the next start recovers the rest. */
export type Ending = 'cannot push' | 'lock lost';

/** Ends the process at once; never answers. The program decides how, a test only looks. */
export type EndAtOnce = (why: Ending, message: string) => void;
