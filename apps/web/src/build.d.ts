/** Differs from build to build. */
declare const __BUILD__: string;
