/// <reference types="vite/client" />

/** Differs from build to build. */
declare const __BUILD__: string;
