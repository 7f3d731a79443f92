import { shopUnit, type JobFile } from '../job/index.js';
import { partOf, verdictSentence, type Figure } from '../verdicts/index.js';
import { stripPlan } from '../strip/index.js';
import { DEBRIS_TABLE } from './debris.js';
import { bottomEndSaid, debrisOf, inspected } from './inspected.js';
import { CAUGHT } from './inspectEntries.js';
import { kindOfPart } from './partKinds.js';

/** Whether the bottom end has to be opened, why, and what leaving it costs later. */
export interface BottomEnd {
  /** `open`: it is apart, or it was said that it comes apart. `must`: something says so and nobody decided yet. */
  readonly is: 'open' | 'must' | 'left' | 'not-asked';
  readonly whys: readonly string[];
  /** Left closed against what was found. */
  readonly against: boolean;
  readonly later: string;
}

const LATER =
  'Left closed, a worn big end or bearing goes on wearing: its metal runs through the new top end, and the engine comes apart a second time.';

/** Whether the bottom end has to be opened: what lay in the oil, what was found, what was measured of it. */
export function bottomEnd(file: JobFile, figures: readonly Figure[]): BottomEnd {
  const { chosen, steps } = stripPlan(file);
  const apart = steps.some((s) => s.step.key === 'split' && s.state !== 'open');
  const caught = debrisOf(file)
    .filter((d) => DEBRIS_TABLE[d.what].opens.includes(d.amount))
    .map(
      (d) =>
        `${DEBRIS_TABLE[d.what].name}, ${d.amount}, in the ${CAUGHT[d.from]}: ${DEBRIS_TABLE[d.what].points}`,
    );
  const ofCrank = (key: string | null) => key !== null && kindOfPart(key)?.section === 'crank';
  const ended = inspected(file)
    .filter((i) => i.state.ended && ofCrank(i.part.key) && i.part.kind.kind !== 'flywheel')
    .map((i) => `${i.part.name}: ${i.state.ended!.text || 'a finding that ends it'}`);
  const beyond = figures
    .filter((f) => f.state === 'beyond' && f.feature !== 'finding' && ofCrank(partOf(f)))
    .map((f) => verdictSentence(file, f, shopUnit(file)).headline);
  const whys = [...new Set([...caught, ...ended, ...beyond])];
  const said = bottomEndSaid(file);
  const whole = chosen !== null && chosen.scope !== 'top' && chosen.scope !== 'partial';
  const is =
    apart || whole || said?.is === 'open'
      ? 'open'
      : said?.is === 'left'
        ? 'left'
        : whys.length > 0
          ? 'must'
          : 'not-asked';
  return { is, whys, against: is === 'left' && whys.length > 0, later: LATER };
}
