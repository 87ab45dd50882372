/** The key that shows the photo alone as long as it is held. */
export const BLINK_KEY = '9';
