import {
  entryKind,
  HOUSE,
  instrumentOf,
  integer,
  judgeValue,
  nm,
  object,
  oneOf,
  orNull,
  placeKey,
  placeKind,
  readingsOf,
  ref,
  sheetPart,
  type Action,
  type Ask,
  type EntryOf,
  type Figure,
  type JobFile,
  type Room,
} from '@tribos/core';

/** Side clearance of a rod by leaves, filed by a room that nothing else has heard of. */
export const TRIED = entryKind('rod-side-tried', {
  rod: integer(0, 11),
  /** Widest leaf that goes, nm. */
  goes: integer(0, 2_000_000),
  by_hand: oneOf('yes', 'no'),
});

/** What the sheet says of how the rods are put in. */
export const ROD_SHEET = sheetPart('rods', {
  marked: oneOf('exhaust', 'intake'),
  kit: orNull(ref('kit')),
});

/** A journal of the crank, read by a micrometer: a place that belongs to no cylinder. */
const journal = object({ part: oneOf('journal'), journal: integer(0, 20) });
export type JournalPlace = { readonly part: 'journal'; readonly journal: number };
export const JOURNAL = placeKind<JournalPlace>({
  part: 'journal',
  shape: journal,
  sense: 'outside',
  warm: 'cylinder',
  on: () => undefined,
  // Whatever is done to all of the engine.
  reopenedBy: (_, work) => work.what === 'skimmed' && work.cylinder === null,
  thing: (s) => `journal:${s.journal}`,
  named: (s) => [`journal ${s.journal + 1}`],
  nominal: () => nm(35_000_000),
  material: () => 'steel',
  feeds: (s) => `journal-${s.journal}:crank.journal:min`,
});

const USUAL = {
  progress: { read: 1, planned: 1 },
  blockedBy: null,
  caveats: [],
  working: [],
  depth: null,
} as const;

function journalFigures(file: JobFile, { unit }: Ask): Figure[] {
  return [...readingsOf(file, unit).places.values()].flatMap(({ station, result, readings, step }) => {
    const at = station as unknown as JournalPlace;
    if (at.part !== 'journal' || !result) return [];
    return judgeValue(file, {
      ...USUAL,
      subject: { of: 'journal', at: at.journal },
      feature: 'crank.journal',
      side: 'min',
      title: 'Crank journal',
      of: result.estimate,
      states: ['service'],
      step,
      instruments: readings.map((r) => instrumentOf(file, r.entry.instrumentId)),
      at: readings.at(-1)!.entry.at,
    });
  });
}

const sideFigure = (file: JobFile, e: EntryOf<typeof TRIED>): Figure =>
  judgeValue(file, {
    ...USUAL,
    subject: { of: 'rod', at: e.rod },
    feature: 'crank.rod-side',
    side: 'max',
    title: 'Rod side clearance',
    of: {
      value: e.goes,
      components: [{ key: e.id, kind: 'resolution', amplitude: 3_000, dof: Infinity, shape: 'rectangular' }],
    },
    states: ['service'],
    step: 10_000,
    instruments: [],
    at: e.at,
  });

const first: JournalPlace = { part: 'journal', journal: 0 };

const rods: Room = {
  name: 'rods',
  station: 'bottom',
  entries: [TRIED],
  places: [JOURNAL],
  sheets: [ROD_SHEET],
  figures: (file, ask) => [
    ...TRIED.in(file.log).map((e) => sideFigure(file, e)),
    ...journalFigures(file, ask),
  ],
  steps: (file) => [
    {
      key: 'rods',
      done: TRIED.in(file.log)[0]?.id ?? null,
      excused: null,
      sentence: () => 'Try the side clearance of every rod.',
    },
  ],
  blockers: () => [
    { key: 'crank', since: '2026-03-01T08:00:00.000Z', until: null, sentence: () => 'Waits for the crank.' },
  ],
  actions: (file, _, { unit }) => [
    {
      urgency: 'answer',
      find: (): Action | null =>
        TRIED.in(file.log).length > 0
          ? null
          : {
              kind: 'try-rods',
              urgency: 'answer',
              station: 'bottom',
              at: readingsOf(file, unit).places.has(placeKey(first)) ? null : (first as never),
              sentence: () => 'Try the rods first.',
            },
    },
  ],
  report: () => [{ key: 'rods', title: 'Rods', blocks: [{ kind: 'text', text: 'Tried by leaf.' }] }],
  cautions: ['Fingers out from between rod and case before anything turns.'],
};

/** The house with a room that nothing else in it names. */
export const WITH_RODS = [...HOUSE, rods];
