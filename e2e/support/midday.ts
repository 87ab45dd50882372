const fromUtc = 12 - new Date().getUTCHours();

/**
 * A zone where it is between noon and one o'clock now: what a test sees of an evening does not hang on when it runs.
 * In the names of these zones the sign is the other way round.
 */
export const MIDDAY = `Etc/GMT${fromUtc > 0 ? '-' : '+'}${Math.abs(fromUtc)}`;
