import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';

/** 128 bits that nobody guesses, as text for an address or a cookie. */
export const newSecret = (): string => randomBytes(16).toString('base64url');

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Whether two texts are the same, in a time that tells nothing about where they differ. */
export const sameSecret = (a: string, b: string): boolean => timingSafeEqual(digest(a), digest(b));
