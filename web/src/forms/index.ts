export { lengthOf, lengthOrNull, lengthText, numberOrNull } from './lengthField.js';
export { FieldTrouble, useCheckedForm } from './useCheckedForm.js';
export { useContractForm } from './useContractForm.js';
