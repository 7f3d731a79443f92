export { Customers } from './Customers.js';
export { SignIn } from './SignIn.js';
export { signOut, useMay, useSession } from './useSession.js';
