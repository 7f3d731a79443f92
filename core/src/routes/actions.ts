import { fittedPiston, ROUTES, standingDecision, type JobFile } from '../job/index.js';
import {
  cylinderOf,
  cylindersText,
  verdictSentence,
  type Action,
  type Ask,
  type Figure,
  type Found,
  type Offer,
} from '../verdicts/index.js';
import { outsideOf } from './cost.js';
import { kitsOf } from './facts.js';

/** What the decision asks for. */
export type RouteAction = Action &
  (
    | { readonly kind: 'send-back'; readonly item: Figure }
    | { readonly kind: 'decide' }
    | { readonly kind: 'decided'; readonly kitId: string | null }
  );

/** Why it is time to decide, or what speaks for reading on first. */
const whyNow = (figures: readonly Figure[], urgency: 'decide-at-once' | 'decide'): string =>
  urgency === 'decide-at-once'
    ? 'What is read settles it.'
    : figures.some((f) => f.because === 'unread')
      ? 'Not all is read yet.'
      : 'Measuring is complete.';

/** Send back what is outside its ticket, wait for what was decided, decide. */
export function routeOffers(file: JobFile, found: Found, ask: Ask): Offer[] {
  const chosen = standingDecision(file);
  const { figures } = found;
  const common = { station: 'decide', at: null } as const;
  const decided = (urgency: 'wait' | 'decided'): RouteAction | null => {
    if (!chosen) return null;
    const kit = file.engine.kits.find((k) => k.id === chosen.kitId);
    const said = chosen.importedBy === null ? 'Decided' : 'Decided in the file';
    return {
      ...common,
      kind: 'decided',
      urgency,
      kitId: chosen.kitId,
      sentence: () =>
        kit
          ? `${said}: ${kit.name} for ${cylindersText(file)}.`
          : `${said}: ${ROUTES[chosen.route]}.${chosen.reason ? ` ${chosen.reason}` : ''}`,
    };
  };
  const decide = (urgency: 'decide-at-once' | 'decide'): RouteAction => ({
    ...common,
    kind: 'decide',
    urgency,
    sentence: () => `${whyNow(figures, urgency)} Decide what to do with the engine.`,
  });
  return [
    {
      urgency: 'send-back',
      station: 'outside',
      blocks: true,
      find: (): RouteAction | null => {
        const item = figures.find((i) => i.limit?.source.type === 'machinist' && i.state === 'beyond');
        return item
          ? {
              ...common,
              station: 'outside',
              kind: 'send-back',
              urgency: 'send-back',
              item,
              sentence: (unit) =>
                `${verdictSentence(file, item, unit).headline} Back to the machinist with these readings, before anything is assembled.`,
            }
          : null;
      },
    },
    {
      urgency: 'wait',
      // Back from boring, or a piston that goes in as it is: these stay to be proved after they were chosen.
      // What leaves the shop waits at its own station.
      find: () =>
        (chosen && outsideOf(chosen.route) !== null) ||
        file.engine.cylinders.every((_, i) => fittedPiston(file, i).renewed)
          ? null
          : decided('wait'),
    },
    {
      urgency: 'decide-at-once',
      // It comes before whatever Measure could still settle.
      station: 'measure',
      // One bore past its limit settles that all are bored: nothing undecided beside it needs deciding.
      find: () =>
        !chosen &&
        figures.some(
          (i) =>
            i.state === 'beyond' &&
            cylinderOf(i) !== null &&
            (i.feature === 'finding' ||
              (i.feature === 'bore' && kitsOf(file, ask.unit).options.some((o) => o.feasible))),
        )
          ? decide('decide-at-once')
          : null,
    },
    { urgency: 'decided', find: () => decided('decided') },
    { urgency: 'decide', find: () => decide('decide') },
  ];
}
