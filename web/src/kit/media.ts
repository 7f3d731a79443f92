/** Whether the screen is a phone’s: asked when something opens, not followed. */
export const isPhone = (): boolean => window.matchMedia('(max-width: 767px)').matches;
