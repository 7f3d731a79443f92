import type { Figure } from './figure.js';
import { capital } from './words.js';

/** What a figure is called where it stands alone: with the thing it is of, where that is no cylinder. */
export const figureTitle = (item: Pick<Figure, 'subject' | 'title' | 'feature'>): string =>
  item.subject.of === 'part'
    ? capital(item.feature === 'finding' ? item.subject.name : `${item.subject.name}, ${item.title}`)
    : item.title;
