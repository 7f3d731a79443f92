export { PinSheet, Tricks } from './Tricks.js';
