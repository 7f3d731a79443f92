import { NOTE, clockBelieved, takenAt, type AnyEntry, type AnyPlace } from '../ledger/index.js';
import { placesOf, type JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { bracketText, capital, placeName, printedDay, type Ask, type Section } from '../verdicts/index.js';
import { readingsOf } from './standingReadings.js';
import { gaugeName } from './nextReads.js';
import { placeFigure } from './placeFigure.js';
import { putAsideSentences } from './putAsideSentences.js';
import { usedUnchecked } from './zeroChecks.js';

/** Cylinder by cylinder, place by place as the house lists them, down the wall and round it. */
function inOrderOf(file: JobFile): (a: AnyPlace, b: AnyPlace) => number {
  const parts = placesOf(file).map((k) => k.part);
  type Any = AnyPlace & {
    readonly cylinder?: number;
    readonly depth?: number;
    readonly angle?: number;
  };
  const rank = (p: Any) => [
    p.cylinder ?? file.engine.cylinders.length,
    parts.indexOf(p.part),
    p.depth ?? 0,
    p.angle ?? 0,
  ];
  return (a, b) => {
    const [of, to] = [rank(a as Any), rank(b as Any)];
    return of.map((n, i) => n - to[i]!).find((d) => d !== 0) ?? 0;
  };
}

/** Every place that was read, as it stands, with the gauge and who held it. */
export function readingsReport(file: JobFile, ask: Ask): Section[] {
  const { places, gaps, questions, zeros, setAside } = readingsOf(file, ask.unit);
  const signed = (e: AnyEntry) =>
    `${whoOf(e)}, ${printedDay(takenAt(e))}${clockBelieved(e) ? '' : ' by arrival: its device’s clock was wrong'}`;
  const order = inOrderOf(file);
  const inOrder = [...places.values()].sort((a, b) => order(a.station, b.station));
  const sizes = inOrder.map((p) => {
    const last = p.readings.at(-1)!.entry;
    const gauges = [...new Set(p.readings.map((r) => gaugeName(file, r.entry.instrumentId)))];
    return [
      capital(placeName(file, p.station, ask.unit)),
      placeFigure(p, ask.unit) ?? 'waits for an answer',
      p.readings.length > 1 ? `${p.readings.length} readings` : last.text,
      gauges.join(', '),
      signed(last),
    ];
  });
  const leaves = [...gaps.values()].map((g) => {
    const last = g.tries.at(-1)!;
    return [
      capital(placeName(file, g.station, ask.unit)),
      bracketText(g.bracket, ask.unit),
      `${g.tries.length} ${g.tries.length === 1 ? 'leaf' : 'leaves'} tried`,
      gaugeName(file, last.instrumentId),
      signed(last),
    ];
  });
  const notes = NOTE.in(file.log).map((e) => `${e.text} (${signed(e)})`);
  const unchecked = usedUnchecked(file);
  const aside = putAsideSentences(file, { setAside, zeros });
  return [
    {
      key: 'readings',
      title: 'Readings',
      blocks: [
        sizes.length + leaves.length === 0
          ? { kind: 'text', text: 'Nothing was read yet.' }
          : {
              kind: 'table',
              heads: ['place', `at 20 °C, ${ask.unit}`, 'as read', 'gauge', 'by'],
              rows: [...sizes, ...leaves],
            },
        ...(unchecked.length > 0
          ? [
              {
                kind: 'text' as const,
                text: `Used without having been closed or set on its standard first: ${unchecked.join(', ')}.`,
              },
            ]
          : []),
        ...(aside.length > 0 ? [{ kind: 'list' as const, items: aside }] : []),
        ...(questions.length > 0
          ? [{ kind: 'list' as const, items: questions.map((q) => `Open: ${q.sentence}`) }]
          : []),
      ],
    },
    ...(notes.length > 0
      ? [{ key: 'notes', title: 'Notes', blocks: [{ kind: 'list' as const, items: notes }] }]
      : []),
  ];
}
