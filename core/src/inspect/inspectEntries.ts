import { entryKind, Refused, type EntryOf } from '../ledger/index.js';
import { PART_FINDING, PART_FINDINGS, type PartFindingEntry } from '../cylinder/index.js';
import { capital } from '../verdicts/index.js';
import { list, number, object, oneOf, orNull, ref, text } from '../shape/index.js';
import { assemblyOf, comesApart } from './assemblies.js';
import { isGauged } from './partKinds.js';
import { partNamed, partsOf } from './partList.js';
import { DEBRIS_KINDS } from './debris.js';
import { CLEANING, CLEANING_KEYS, harms } from './cleaning.js';

/** What becomes of a part. */
export const DISPOSITIONS = {
  reuse: 'used again',
  rework: 'used again after work',
  replace: 'replaced',
  send: 'sent out',
  measure: 'measured to decide',
} as const;
export type Disposition = keyof typeof DISPOSITIONS;
export const DISPOSITION_KEYS = Object.keys(DISPOSITIONS) as readonly Disposition[];

const parts = list(text(80), 1, 120);

/** What was decided of one part, or of several laid out together. The last that was said of a part stands. */
export const LOOKED = entryKind(
  'looked',
  {
    parts,
    is: oneOf(...DISPOSITION_KEYS),
    /** Findings it was said in sight of. */
    findings: list(ref('entry'), 0, 20),
    text: text(500),
  },
  {
    read: (sent, { engine, known }) => {
      const unknown = sent.parts.find((k) => !partNamed(engine, k));
      if (unknown !== undefined) throw new Refused('/parts', `This engine has no part called “${unknown}”.`);
      for (const id of sent.findings) {
        const found = known(id);
        if (!found || !PART_FINDING.is(found))
          throw new Refused('/findings', 'There is no such finding in this job.');
        const why = forbids(found, sent.is);
        if (why && sent.parts.includes(found.of)) throw new Refused('/is', why);
      }
      const named = sent.parts.map((k) => partsOf(engine).find((p) => p.key === k)!);
      const byEye = sent.is === 'measure' ? named.find((p) => !isGauged(p.kind)) : undefined;
      if (byEye)
        throw new Refused(
          '/is',
          `Nothing of the ${byEye.name} is read with a gauge: say by eye and hand what becomes of it.`,
        );
      const always = sent.is === 'replace' ? undefined : named.find((p) => p.kind.always);
      if (always)
        throw new Refused('/is', `${capital(always.name)}: renewed each time, whatever it looks like.`);
    },
  },
);

/** Why a finding does not let a part become that; null where it does. */
export function forbids(found: Pick<PartFindingEntry, 'what' | 'name'>, is: Disposition): string | null {
  const { name, says, why } = PART_FINDINGS[found.what];
  const said = `${capital(found.name)} ${name}: ${why}`;
  if (says === 'ends' && is !== 'replace') return `${said} It is replaced.`;
  if (says === 'work' && is === 'reuse') return `${said} It is used again only after work.`;
  return null;
}

/** Where debris was caught. */
export const CAUGHT = {
  sump: 'sump',
  filter: 'filter',
  drain: 'drain bolt or cloth',
  strainer: 'strainer',
  crankcase: 'crankcase',
  'air-box': 'air box',
} as const;

/** What lay in the oil, the filter or the case: one kind of it, so that a mixture is several. */
export const DEBRIS = entryKind('debris', {
  from: oneOf(...(Object.keys(CAUGHT) as (keyof typeof CAUGHT)[])),
  what: oneOf(...DEBRIS_KINDS),
  amount: oneOf('dust', 'flakes', 'pieces'),
  text: text(500),
});

/** Whether the bottom end is opened, and what the customer said of it. */
export const BOTTOM_END = entryKind(
  'bottom-end',
  {
    is: oneOf('open', 'left'),
    /** Whether the customer said yes; null while nobody asked. */
    customer: orNull(oneOf('yes', 'no')),
    text: text(500),
  },
  {
    read: (sent) => {
      if (sent.is === 'open' && sent.customer !== 'yes')
        throw new Refused('/customer', 'It costs the customer money: opened only with a yes.');
      if (sent.text.trim() === '')
        throw new Refused('/text', 'Who said it, and how: by telephone, in the shop?');
    },
  },
);

/** Parts cleaned, and how: what harms their material is refused. */
export const CLEANED = entryKind(
  'cleaned',
  { parts, how: oneOf(...CLEANING_KEYS) },
  {
    read: (sent, { engine }) => {
      for (const key of sent.parts) {
        const part = partNamed(engine, key);
        if (!part) throw new Refused('/parts', `This engine has no part called “${key}”.`);
        const why = harms(sent.how, part.kind.material);
        if (why) throw new Refused('/how', `${capital(CLEANING[sent.how].name)} and ${part.name}: ${why}`);
      }
    },
  },
);

/** Something that hangs on the engine taken apart by itself, or together again. The last that was said stands. */
export const APART = entryKind(
  'apart',
  {
    of: text(80),
    is: oneOf('apart', 'together'),
    /** Whether what is renewed each time was renewed; null where nothing is, or while it lies apart. */
    seals: orNull(oneOf('new', 'old')),
    text: text(300),
  },
  {
    read: (sent, { engine }) => {
      const part = partNamed(engine, sent.of);
      if (!part) throw new Refused('/of', `This engine has no part called “${sent.of}”.`);
      if (!comesApart(part))
        throw new Refused('/of', `${capital(part.name)}: nothing of it comes apart here.`);
      if (sent.is === 'apart' && sent.seals !== null)
        throw new Refused('/seals', 'Its seals are looked at when it goes together.');
      const renewed = assemblyOf(engine, part)?.pieces.filter((p) => p.renewed) ?? [];
      if (sent.is === 'together' && sent.seals === null && renewed.length > 0)
        throw new Refused('/seals', `Which went in, new or old: ${renewed.map((p) => p.name).join(', ')}?`);
    },
  },
);

/** Parts laid out on one photo: where each lies, in thousandths of its width and height. The last one stands. */
export const LAID_OUT = entryKind(
  'laid-out',
  {
    photo: text(64),
    pins: list(object({ part: text(80), x: number(0, 1000), y: number(0, 1000) }), 1, 120),
  },
  {
    read: (sent, { engine }) => {
      const unknown = sent.pins.find((p) => !partNamed(engine, p.part));
      if (unknown) throw new Refused('/pins', `This engine has no part called “${unknown.part}”.`);
    },
  },
);

export const INSPECT_KINDS = [LOOKED, DEBRIS, BOTTOM_END, CLEANED, APART, LAID_OUT] as const;
export type Looked = EntryOf<typeof LOOKED>;
export type Apart = EntryOf<typeof APART>;
export type Debris = EntryOf<typeof DEBRIS>;
