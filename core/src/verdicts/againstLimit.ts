import type { Figure } from './figure.js';

const STATE = {
  within: 'inside',
  undecided: 'cannot be told from',
  beyond: 'past',
  noLimit: 'without a limit',
} as const;

/** How a figure that is named by its own reading lies against its limit: `past its limit`, `without a limit`. */
export const againstLimit = ({ state }: Pick<Figure, 'state'>): string =>
  state === 'noLimit' ? STATE.noLimit : `${STATE[state]} its limit`;

/**
 * The limit a figure is held against with the document it is from, in a sentence; without one it says that it is no pass.
 * @param text a value of it as it is printed
 */
export const limitSaid = (f: Figure, text: (v: number) => string): string =>
  f.limitAt === null
    ? 'No limit on file; no pass.'
    : `${f.side === 'min' ? 'At least' : 'At most'} ${text(f.limitAt)}: ${f.limit?.source.document ?? ''}${f.limit?.source.page ? `, p. ${f.limit.source.page}` : ''}.`;
