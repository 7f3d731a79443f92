import { StationBody } from '../bar/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { TorquePanel } from '../torque/index.js';

/** The top end goes together: tightened in its order. */
export function TopStation() {
  const { file } = useJobContext();
  const mayDo = useMay('measure');
  return (
    <StationBody>
      <TorquePanel file={file} mayDo={mayDo} />
    </StationBody>
  );
}
