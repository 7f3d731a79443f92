import type { MapFigure, MapProblem } from '../bore/index.js';
import { halfTurn, pistonStation, stationKey, type BoreStation } from '../readings/index.js';
import { boreStates, type BoreState } from './boreItems.js';
import { clearanceStates, fittedKit } from './clearanceItems.js';
import type { JobFile } from './jobFile.js';
import { governingFor } from './judgeValue.js';
import type { ReadingsState } from './standingReadings.js';
import { limitFigure } from './verdictItem.js';

/** The map of one cylinder made ready for propagation; null before its first reading. */
export function mapProblem(file: JobFile, bore: BoreState, state: ReadingsState): MapProblem | null {
  const stations = bore.stations.flatMap((s) => {
    if (!s.result || s.result.threePoint) return [];
    const at = s.station as BoreStation;
    return [{ depth: at.depth as number, angle: halfTurn(at.angle), of: s.result.estimate }];
  });
  if (stations.length === 0) return null;
  const kit = fittedKit(file, bore);
  const piston = state.stations.get(stationKey(pistonStation(bore.cylinder, kit?.id ?? null)))?.result;
  const limits: Partial<Record<MapFigure, { side: 'max' | 'min'; at: number }>> = {};
  const keep = (
    figure: MapFigure,
    side: 'max' | 'min',
    found: ReturnType<typeof governingFor> | null,
  ): void => {
    const at = found?.status === 'governed' ? limitFigure(found.limit, side) : null;
    if (at !== null) limits[figure] = { side, at };
  };
  const states = boreStates(bore);
  keep('largest', 'max', bore.ticket ?? governingFor(file, 'bore', states, 'max'));
  if (bore.ticket) keep('smallest', 'min', bore.ticket);
  keep('outOfRound', 'max', governingFor(file, 'bore.out-of-round', states, 'max'));
  const taper = governingFor(file, 'bore.taper', states, 'max');
  keep('taper', 'max', taper);
  if (piston) {
    for (const [figure, side] of [
      ['tightest', 'min'],
      ['loosest', 'max'],
    ] as const)
      keep(figure, side, governingFor(file, 'clearance', clearanceStates(kit, side), side, kit?.maker));
  }
  return {
    // In one order whatever order they were read in: the same map is the same problem.
    stations: stations.sort((a, b) => a.depth - b.depth || a.angle - b.angle),
    piston: piston?.estimate ?? null,
    sigma: bore.sigma,
    taper: (taper.status === 'governed' ? taper.limit.taper : undefined) ?? 'worst-direction',
    limits,
  };
}
