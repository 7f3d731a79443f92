export { lengthOf, lengthOrNull, lengthText } from './lengthField.js';
export { FieldTrouble, useContractForm } from './useContractForm.js';
