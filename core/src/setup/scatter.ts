import type { Component, Estimate } from '../gauges/index.js';

/** An error of how something is read by hand, known by estimate: nought in the mean, standard uncertainty in nm. */
export const scatter = (key: string, amplitude: number, shape: Component['shape']): Estimate => ({
  value: 0,
  components: [{ key, kind: 'repeatability', amplitude, dof: Infinity, shape }],
});
