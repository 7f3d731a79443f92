export * from './lengthField.js';
export * from './useContractForm.js';
