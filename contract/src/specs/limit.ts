import { boolean, also, fieldsOf, limitShape, typedAgainShape, without, type EngineSpec } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, naming, line, version } from '../kit/rules.js';

const { source, conditions } = fieldsOf(limitShape);

/** A limit as it is typed from a document. What is left out of it the sheet does not say. */
export class LimitBody extends body(
  also(
    without(limitShape, 'id', 'rows', 'source', 'conditions'),
    {
      id: clientId,
      sourceType: fieldsOf(source).type,
      party: naming,
      document: naming,
      page: line,
      revision: line,
      /** The questions asked on entry were seen and answered “as typed”. */
      confirmed: boolean,
    },
    {
      /** Left out where it always holds; on a change, where it is as before. */
      conditions,
    },
  ),
) {}

export class EditLimit extends body(also(LimitBody.shape, { version })) {}

/** A limit typed again from the document by somebody who does not look at what is on file. */
export class CheckLimit extends body(also(typedAgainShape, { version })) {}

/** An engine with its limits' versions, for editing. */
export interface EngineView {
  readonly spec: EngineSpec;
  readonly version: number;
  readonly limitVersions: Readonly<Record<string, number>>;
  readonly kitVersions: Readonly<Record<string, number>>;
  readonly partVersions: Readonly<Record<string, number>>;
  /** Jobs on this engine: what is changed here is judged anew in each. */
  readonly jobs: number;
}

export interface EngineRow {
  readonly id: string;
  readonly maker: string;
  readonly model: string;
  readonly kind: EngineSpec['kind'];
  readonly strokes: 2 | 4;
  readonly wall: EngineSpec['wall'];
  readonly bore: number;
  readonly stroke: number | null;
  readonly cylinders: number;
  readonly limits: number;
  readonly unchecked: number;
}
