export { lengthOf, lengthOrNull, lengthText, numberOrNull } from './lengthField.js';
export { FieldTrouble, useCheckedForm } from './useCheckedForm.js';
export { contractTroubles, useContractForm } from './useContractForm.js';
