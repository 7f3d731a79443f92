import { store } from '../kit/store.js';

/** A keypad that was wanted stays from station to station. */
export const keypadOpen = store(false);
