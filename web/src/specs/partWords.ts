import type { SheetPart } from '@tribos/core/ground';

const spaced = (key: string): string =>
  key
    .replace(/([a-z])([A-Z])/gu, '$1 $2')
    .replaceAll('-', ' ')
    .toLowerCase();

/** The trade's word for a field, where it has one. */
export const wordOf = ({ words }: SheetPart, parent: string, key: string): string =>
  words[`${parent}.${key}`] ?? words[key] ?? SOURCE_WORDS[key] ?? spaced(key);

const SOURCE_WORDS: Readonly<Record<string, string>> = {
  source: 'Where it stands',
  party: 'who says so',
  document: 'document',
  page: 'page',
  revision: 'revision',
  type: 'what they are',
  'engine-maker': 'maker of the engine',
  'part-maker': 'maker of the part',
  machinist: 'machinist',
  'shop-rule': 'the shop’s own rule',
  adoption: 'adoption',
};

export const leading = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
