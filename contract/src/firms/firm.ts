import {
  also,
  amountShape,
  firmWorkShape,
  list,
  object,
  oneOf,
  orNull,
  pattern,
  type Learned,
  type OutsideWork,
} from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, naming, version } from '../kit/rules.js';

/** A firm work is sent out to. */
export class FirmBody extends body(
  object(
    {
      id: clientId,
      name: naming,
      /** Unit its machines are set in: sizes are printed on its grid. */
      unit: oneOf('mm', 'in'),
      works: list(firmWorkShape, 0, 12),
      /** There and back, once for what goes together. */
      freight: amountShape,
    },
    {
      /** Its name at the exchange of lines this server is told of; null where everything goes by paper. */
      line: orNull(
        pattern('^[a-z0-9][a-z0-9-]{0,39}$', 'small letters, digits and dashes, as the exchange names it'),
      ),
    },
  ),
) {}

/** The same, changed: the version it was read at goes with it. */
export class EditFirm extends body(
  also(FirmBody.shape, {
    version,
  }),
) {}

/** A firm as the shop knows it, with what its work taught. */
export interface FirmView extends FirmBody {
  readonly version: number;
  readonly retiredOn: string | null;
  readonly learned: Learned;
  /** What came back from it, oldest first, nm. */
  readonly returned: readonly {
    readonly asked: number;
    readonly found: number;
    readonly u: number;
    readonly at: string;
  }[];
  /** What is wrong with its line now, and since when; null where nothing is, or it has none. */
  readonly trouble: { readonly since: string; readonly sentence: string } | null;
}

/** Work that is out, or back and not yet accepted. */
export interface OutView {
  readonly id: string;
  readonly jobId: string;
  readonly number: number;
  readonly machine: string;
  readonly firm: string;
  readonly what: OutsideWork;
  /** What is done to it, in words. */
  readonly work: string;
  readonly cylinders: string;
  readonly state: string;
  /** How it stands, in words: what lists say without knowing of tickets. */
  readonly says: string;
  readonly outSince: string | null;
  readonly due: string | null;
  readonly price: number | null;
  /** The same as it is printed; null where nobody named one. */
  readonly asks: string | null;
}
