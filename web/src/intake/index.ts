export { ArrivalPage } from './ArrivalPage.js';
export { Arrivals } from './Arrivals.js';
