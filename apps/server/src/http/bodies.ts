/** A body of bytes; one that was not sent arrives as an object without any. */
export const bytesOf = (body: unknown): Uint8Array => (body instanceof Uint8Array ? body : new Uint8Array());
