import {
  boolean,
  also,
  anyObject,
  engineFactsShape,
  fieldsOf,
  integer,
  kitShape,
  list,
  number,
  object,
  orNull,
  without,
} from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, naming, version, versionOrNone } from '../kit/rules.js';

const { ports, sleeveOuter, year, code } = fieldsOf(engineFactsShape);

/** An engine’s own facts; limits, kits and what rooms need of it are added one by one. */
export class NewEngine extends body(
  also(
    without(engineFactsShape, 'ports', 'sleeveOuter', 'year', 'code'),
    {
      id: clientId,
      maker: naming,
      model: naming,
      cylinders: list(naming, 1, 12),
      zeroAt: naming,
      pinAxisDeg: number(0, 179.999),
      wallDepth: integer(1_000_000, 1_000_000_000),
      /** Nominal diameter of the piston pin; null when it is not on file. */
      pin: orNull(integer(1_000_000, 100_000_000)),
    },
    { ports, sleeveOuter, year, code },
  ),
) {}

/** The whole of an engine's facts, typed on; `version` is the one that was. */
export class EditEngine extends body(also(NewEngine.shape, { version })) {}

/** A piston on offer, alone or in its kit. */
export class KitBody extends body(
  also(
    kitShape,
    { id: clientId, maker: naming, name: naming, piston: integer(1_000_000, 1_000_000_000) },
    {
      /** The questions asked on entry were seen and answered “as typed”. */
      confirmed: boolean,
    },
  ),
) {}

export class EditKit extends body(also(KitBody.shape, { version })) {}

/** Which version somebody wants gone. */
export class Removal extends body(object({ version })) {}

/** A part of an engine's sheet; its own description says what it has to be. */
export class PartBody extends body(
  object({
    /** The version that was typed on; 0 where there was none. */
    version: versionOrNone,
    body: anyObject,
  }),
) {}

/** What a check of a part found. */
export interface PartCheck {
  readonly checked: number;
  /** Typed again the same by whoever typed it, on an earlier day. */
  readonly retyped: number;
  /** Records that are not as they were typed again. */
  readonly differ: number;
}
