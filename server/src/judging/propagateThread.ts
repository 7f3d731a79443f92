import { propagate, type MapProblem, type MapSpread } from '@tribos/core';

/** What a thread of the pool does. */
export default (problem: MapProblem): MapSpread => propagate(problem);
