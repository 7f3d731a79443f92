import {
  also,
  instrumentShape,
  list,
  number,
  object,
  oneOf,
  orNull,
  typed,
  without,
  type Instrument,
} from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, naming, calendarDay, version } from '../kit/rules.js';
import { Retire } from '../kit/retire.js';

/** A gauge as it is typed; what it is set in stands beside it. */
export class InstrumentBody extends body(
  also(
    without(instrumentShape, 'setting', 'retiredOn', 'importedBy'),
    {
      id: clientId,
      name: naming,
      settingKind: oneOf('none', 'ring', 'micrometer'),
      calibrationDue: orNull(calendarDay),
    },
    {
      /** Standard uncertainty of the ring, nm. */
      settingU: orNull(number(0, 1_000_000)),
      /** Micrometer it is set in. */
      settingInstrumentId: orNull(anyId),
    },
  ),
) {}

/** Repeats of one person with one gauge on one part. */
export class StudyBody extends body(
  object({
    id: clientId,
    instrumentId: anyId,
    /** The part measured; several people on the same parts make a study of the gauge. */
    part: naming,
    /** As typed, in order. */
    texts: list(typed, 2, 100),
  }),
) {}

/** A study as the shop keeps it. */
export interface StudyView {
  readonly id: string;
  readonly instrumentId: string;
  readonly part: string;
  readonly by: string;
  readonly at: string;
  readonly texts: readonly string[];
  /** nm */
  readonly values: readonly number[];
  readonly repeats: number;
  /** Standard deviation, nm, where there are repeats enough to be used; null otherwise. */
  readonly s: number | null;
  /** Last day it counted; null while it does. */
  readonly retiredOn: string | null;
}

export class EditInstrument extends body(
  also(InstrumentBody.shape, {
    version,
  }),
) {}

/** Takes a gauge out of use, or back into it. */
export class RetireInstrument extends body(
  also(Retire.shape, {
    version,
  }),
) {}

export interface InstrumentView {
  readonly version: number;
  readonly instrument: Instrument;
}
