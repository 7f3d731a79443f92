export { initials } from './initials.js';
export { cameIn, isEmptyHouse, signOut, useMay, useSession } from './useSession.js';
