import { whoOf } from '../specs/index.js';
import { printedDay, capital, type Room } from '../verdicts/index.js';
import { stripPlan } from '../strip/index.js';
import { notLookedAt } from '../inspect/index.js';
import { CAUSE, causeAsked, causeSaid, mayNotAssemble, newFacts } from './cause.js';
import { CAUSES } from './causes.js';

/** Why it failed: one cause named with its evidence, or written down as not found, before anything goes together. */
export const cause: Room = {
  name: 'cause',
  station: 'clean',
  entries: [CAUSE],
  steps: (file) =>
    causeAsked(file)
      ? [
          {
            key: 'cause',
            done: causeSaid(file)?.id ?? null,
            excused: stripPlan(file).chosen?.purpose === 'look' ? 'Opened for a look.' : null,
            sentence: () => 'Name why it failed, or write down that it was not found.',
          },
        ]
      : [],
  left: (file) =>
    causeAsked(file) && !causeSaid(file) && stripPlan(file).chosen?.purpose !== 'look'
      ? 'why it failed not said'
      : null,
  actions: (file) => [
    {
      urgency: 'step',
      find: () => {
        const why = mayNotAssemble(file);
        const { chosen, now } = stripPlan(file);
        const apart = chosen !== null && now === null && notLookedAt(file).length === 0;
        return why && apart
          ? {
              kind: 'cause',
              urgency: 'step',
              station: 'clean',
              at: null,
              sentence: () => 'Why did it fail? Assembly waits for that.',
            }
          : null;
      },
    },
    {
      urgency: 'look',
      blocks: true,
      find: () => {
        const more = newFacts(file)[0];
        return more
          ? {
              kind: 'cause',
              urgency: 'look',
              station: 'clean',
              at: null,
              sentence: () => `${more.text}: that speaks against the cause that was named. Look again.`,
            }
          : null;
      },
    },
  ],
  tell: (entry) =>
    CAUSE.is(entry)
      ? entry.is === 'not-found'
        ? `Cause not found: ${entry.text.trim()}`
        : `Cause: ${CAUSES[entry.is].name}${entry.text.trim() ? `: ${entry.text.trim()}` : ''}`
      : null,
  report: (file) => {
    const said = causeSaid(file);
    if (!said) return [];
    return [
      {
        key: 'cause',
        title: 'Why it failed',
        blocks: [
          {
            kind: 'text',
            text:
              said.is === 'not-found'
                ? `Not found. ${said.text.trim()}`
                : `${capital(CAUSES[said.is].name)}.${said.text.trim() ? ` ${said.text.trim()}` : ''} ${CAUSES[said.is].then}`,
          },
          ...(said.evidence.length > 0 ? [{ kind: 'list' as const, items: said.evidence }] : []),
          { kind: 'text', text: `Named by ${whoOf(said)}, ${printedDay(said.at)}.` },
        ],
      },
    ];
  },
};
