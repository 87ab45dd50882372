import { z } from 'zod';

// Pages forbid code made from text, so the validator must not try to make any.
z.config({ jitless: true });

/** What a refused value should have been: the sentence that completes "accepted: ...". */
const accepted = (low: number, high: number, unit: string) =>
  `a number from ${low} to ${high}${unit ? ` ${unit}` : ''}`;

const number = (low: number, high: number, unit: string, description: string) =>
  z
    .number({ error: () => accepted(low, high, unit) })
    .min(low, { error: () => accepted(low, high, unit) })
    .max(high, { error: () => accepted(low, high, unit) })
    .meta({ description, unit });

/** A length in mm on the miniature. */
export const mm = (low: number, high: number, description: string) => number(low, high, 'mm', description);

/** An angle in degrees. */
export const degrees = (low: number, high: number, description: string) =>
  number(low, high, 'degrees', description);

/** A pure number: a share 0..1, a ratio. */
export const ratio = (low: number, high: number, description: string) => number(low, high, '', description);

/** A duration in minutes. */
export const minutes = (low: number, high: number, description: string) =>
  number(low, high, 'minutes', description);

/** A whole number. */
export const whole = (low: number, high: number, description: string) =>
  z
    .number({ error: () => `a whole number from ${low} to ${high}` })
    .int({ error: () => `a whole number from ${low} to ${high}` })
    .min(low, { error: () => `a whole number from ${low} to ${high}` })
    .max(high, { error: () => `a whole number from ${low} to ${high}` })
    .meta({ description });

/** Ids are short, safe in a URL and sort as text. */
const ID = /^[a-z0-9][a-z0-9-]{0,63}$/;
export const id = (description: string) =>
  z
    .string({ error: () => 'an id: 1 to 64 of a-z, 0-9 and -, not starting with -' })
    .regex(ID, { error: () => 'an id: 1 to 64 of a-z, 0-9 and -, not starting with -' })
    .meta({ description });

/** A moment in UTC. */
export const moment = (description: string) =>
  z.iso.datetime({ error: () => 'a UTC time such as 2026-11-23T19:30:00Z' }).meta({ description });

/** The SHA-256 of a blob's bytes. */
export const hash = (description: string) =>
  z
    .string({ error: () => 'a hash: 64 hexadecimal digits' })
    .regex(/^[0-9a-f]{64}$/, { error: () => 'a hash: 64 lower-case hexadecimal digits' })
    .meta({ description });

/** An sRGB colour. */
export const hex = (description: string) =>
  z
    .string({ error: () => 'a colour as # and six hexadecimal digits, for example #3a4550' })
    .regex(/^#[0-9a-f]{6}$/, {
      error: () => 'a colour as # and six lower-case hexadecimal digits, for example #3a4550',
    })
    .meta({ description });

/** Text without control characters; line ends and tabs are allowed where it may be long. */
const PLAIN = /^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]*$/;
/** Half of a character that takes two. */
const LONE = /\p{Surrogate}/u;
const LONG = 200;
const ONE_LINE = /^[^\u0000-\u001f\u007f\ufffe\uffff]*$/;

/** Text a painter typed. Line ends are allowed in notes only. */
export const words = (most: number, description: string, least = 0) =>
  z
    .string({ error: () => `text of ${least} to ${most} characters` })
    .regex(most > LONG ? PLAIN : ONE_LINE, { error: () => 'text without control characters' })
    .refine((text) => !LONE.test(text), { error: () => 'text in whole characters' })
    .min(least, { error: () => `text of ${least} to ${most} characters` })
    .max(most, { error: () => `text of ${least} to ${most} characters` })
    .meta({ description });

/** One of a few words. */
export const oneOf = <const T extends readonly [string, ...string[]]>(choices: T, description: string) =>
  z.enum(choices, { error: () => `one of ${choices.join(', ')}` }).meta({ description });

/** A list with a most. */
export const list = <T extends z.ZodType>(item: T, most: number, description: string) =>
  z
    .array(item, { error: () => `a list of at most ${most}` })
    .max(most, { error: () => `a list of at most ${most}` })
    .meta({ description });
