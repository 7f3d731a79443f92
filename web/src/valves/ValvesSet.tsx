import { LASH, setupMeasures } from '@tribos/core/setup';
import type { PanelProps } from '../job/index.js';
import { useMay } from '../people/index.js';
import { LashChoice } from './LashChoice.js';
import { ValveTable } from './ValveTable.js';

/** Every valve in a row, and the shims that bring its clearance in. */
export function ValvesSet({ context: { file, judgement, unit }, current, onPick, onItem }: PanelProps) {
  const mayDo = useMay('measure');
  return (
    <>
      <ValveTable
        file={file}
        unit={unit}
        figures={judgement.items}
        current={current}
        onPick={onPick}
        onItem={onItem}
      />
      {setupMeasures(file.engine).includes(LASH) && <LashChoice file={file} unit={unit} mayDo={mayDo} />}
    </>
  );
}
