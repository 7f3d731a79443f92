import { memo, type ComponentType } from 'react';
import { watch, type JobFile } from '@tribos/core/ground';

interface Context {
  readonly file: JobFile;
  readonly judgement?: object;
}
/** What a panel is given: the job in hand, by itself or in its context. */
interface OfAJob {
  readonly file?: JobFile;
  readonly context?: Context;
  readonly judgement?: object;
}

const NOTHING = {};

/** Whether two say the same, field by field, but for some. */
const sameBut = (but: readonly string[], a: object = NOTHING, b: object = NOTHING): boolean =>
  Object.keys({ ...a, ...b }).every(
    (key) => but.includes(key) || Object.is(a[key as keyof typeof a], b[key as keyof typeof b]),
  );

/** Whether two judgements say the same: what they hold stays the very same where it does. */
const sameJudgement = (a: object = NOTHING, b: object = NOTHING): boolean =>
  ['items', 'steps', 'blockers', 'where'].every(
    (key) => a[key as keyof typeof a] === b[key as keyof typeof b],
  );

/** How a panel was drawn last: whether what it looked at stands, and whether it asked for the judgement. */
interface Drawing {
  readonly stands: (now: JobFile) => boolean;
  judged: boolean;
}

/** By what it was given. */
const drawings = new WeakMap<object, Drawing>();

/** Whether a panel would come out as it was drawn. */
export function stillDrawn(was: OfAJob, is: OfAJob): boolean {
  const now = is.file ?? is.context?.file;
  const drawing = drawings.get(was);
  return (
    now !== undefined &&
    drawing !== undefined &&
    sameBut(['file', 'context', 'judgement'], was, is) &&
    sameJudgement(was.judgement, is.judgement) &&
    sameBut(['file', 'judgement'], was.context, is.context) &&
    (!drawing.judged || sameJudgement(was.context?.judgement, is.context?.judgement)) &&
    drawing.stands(now)
  );
}

/** What a panel is given, the job in it to be looked at as a fact looks at it. */
export function looked<P extends OfAJob>(props: P): P {
  const { file, context } = props;
  const job = file ?? context?.file;
  if (!job) return props;
  const { view, stands } = watch(job);
  const drawing: Drawing = { stands, judged: false };
  drawings.set(props, drawing);
  const inside = context && {
    ...context,
    file: view,
    get judgement() {
      drawing.judged = true;
      return context.judgement;
    },
  };
  return { ...props, ...(file && { file: view }), ...(inside && { context: inside }) };
}

/**
 * A panel that is drawn anew only when something it read of the job moved: it reads the job as a fact does, so that nothing
 * can be forgotten. Whatever else it is given has to be the very same for it to stay.
 */
export function byFacts<P extends object>(Panel: ComponentType<P>): ComponentType<P> {
  const Drawn = (props: P) => <Panel {...(looked(props as OfAJob) as P)} />;
  return memo(Drawn, stillDrawn as (was: P, is: P) => boolean) as unknown as ComponentType<P>;
}
