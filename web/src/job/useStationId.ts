import { useLocation } from 'react-router';
import { FIRST_STATION } from '../kit/stationPath.js';

/** The tick of the run sheet that is open. */
export function useStationId(): string {
  const last = useLocation().pathname.split('/')[3] ?? '';
  return last === '' ? FIRST_STATION : last;
}
