/** Names the build, so that what one kept is not read by another. */
declare const __BUILD__: string;
