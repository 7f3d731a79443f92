export { PersonMenu } from './PersonMenu.js';
export { SignIn } from './SignIn.js';
export { cameIn, isEmptyHouse, signOut, useMay, useSession } from './useSession.js';
