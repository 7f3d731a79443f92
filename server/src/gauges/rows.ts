import type { InstrumentBody } from '@tribos/contract';
import type { Instrument, Setting } from '@tribos/core';
import type { InstrumentModel } from './models.js';

function settingOf(row: InstrumentModel): Setting {
  if (row.settingKind === 'ring') return { kind: 'ring', u: row.settingU ?? 0 };
  if (row.settingKind === 'micrometer') return { kind: 'micrometer', instrumentId: row.settingInstrumentId! };
  return { kind: 'none' };
}

export const instrumentOf = (row: InstrumentModel): Instrument =>
  ({
    id: row.id,
    name: row.name,
    type: row.type,
    unit: row.unit,
    resolution: row.resolution,
    repeatability: row.repeatability,
    studyRepeats: row.studyRepeats,
    maxError: row.maxError,
    rangeLow: row.rangeLow,
    rangeHigh: row.rangeHigh,
    contacts: row.contacts,
    setting: settingOf(row),
    travel: row.travel,
    leaves: row.leaves,
    calibrationDue: row.calibrationDue,
    retiredOn: row.retiredOn,
    importedBy: row.importedBy,
  }) as unknown as Instrument;

export function instrumentRow({ setting, ...rest }: Instrument) {
  return {
    ...rest,
    settingKind: setting.kind,
    settingU: setting.kind === 'ring' ? setting.u : null,
    settingInstrumentId: setting.kind === 'micrometer' ? setting.instrumentId : null,
  };
}

export function instrumentFromBody(body: InstrumentBody): Instrument {
  const { settingKind, settingU, settingInstrumentId, ...rest } = body;
  const setting: Setting =
    settingKind === 'ring'
      ? { kind: 'ring', u: settingU ?? 0 }
      : settingKind === 'micrometer'
        ? { kind: 'micrometer', instrumentId: settingInstrumentId ?? '' }
        : { kind: 'none' };
  return { ...rest, setting, retiredOn: null, importedBy: null } as unknown as Instrument;
}
