/** Apart from `ui`, so that the drawing library comes only with a view that shows a chart. */
export { Chart, type Inks } from './Chart.js';
