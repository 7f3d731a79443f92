export { AskField, BareField } from './AskField.js';
export { type Ask, type Asks, type AsksOf } from './asks.js';
export { blank, draftOf, valueOf, type Draft, type DraftRecord, type DraftTroubles } from './draft.js';
export { figure, FormFields, type FormAsk, type FormAsks } from './FormFields.js';
export { ROWS } from './rows.js';
export { lengthOf, lengthOrNull, lengthText, numberOrNull } from './lengthField.js';
export { FieldTrouble, useCheckedForm } from './useCheckedForm.js';
export { contractTroubles, useContractForm } from './useContractForm.js';
export { SaveQuestions, SaveTrouble, staleOf } from './SaveTrouble.js';
