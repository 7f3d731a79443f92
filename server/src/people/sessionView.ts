import type { SessionView } from '@tribos/contract';
import type { Who } from '../kit/scope.js';

/** Who is signed in, as the screens are told. */
export const sessionView = (who: Who): SessionView => ({
  person: { id: who.personId, name: who.name, role: who.role },
  shop: { id: who.shopId, name: who.shopName },
  byPin: who.byPin,
});
