import {
  generalList,
  HAS_NOT,
  inHouse,
  partsOf,
  refitChecks,
  seenOf,
  type EngineSpec,
  type MayLack,
} from '@tribos/core';
import { jobFile, TWIN } from '../support.js';

const MACHINES: readonly (readonly [MayLack, Partial<EngineSpec>, RegExp])[] = [
  ['power-valve', { kind: 'snowmobile', strokes: 2, cooling: 'liquid' }, /power valve/iu],
  ['oil-pump', { kind: 'snowmobile', strokes: 2, cooling: 'liquid' }, /oil pump|injection/iu],
  ['coolant', { kind: 'motorcycle', strokes: 4, cooling: 'liquid' }, /coolant/iu],
  [
    'bar-and-chain',
    { kind: 'chainsaw', strokes: 2, cooling: 'air', cylinders: ['cylinder'] },
    /\bbar\b|chain/iu,
  ],
];

/** Everything a machine is asked, from the door to the door. */
const asked = (engine: EngineSpec): string =>
  [
    ...generalList(engine).flatMap((s) => s.steps.map((x) => JSON.stringify(x))),
    ...partsOf(inHouse({ ...jobFile([]), engine }).engine).map((p) => p.name),
    ...refitChecks(engine).map((c) => JSON.stringify(c)),
    ...seenOf(engine).map((s) => JSON.stringify(s)),
  ].join('\n');
const count = (text: string, what: RegExp): number =>
  (text.match(new RegExp(what.source, 'giu')) ?? []).length;

describe('what a machine has not got', () => {
  it.each(MACHINES)('%s: nothing of it is asked', (what, over, words) => {
    const engine: EngineSpec = { ...TWIN, ...over };
    const lacks: EngineSpec = { ...engine, parts: { ...engine.parts, 'has-not': { none: [what] } } };
    const [before, after] = [asked(engine), asked(lacks)].map((t) => count(t, words));
    expect(before).toBeGreaterThan(0);
    expect(after).toBeLessThan(before!);
    expect(HAS_NOT.of(lacks)).toEqual({ none: [what] });
  });

  it('a sheet that is silent says nothing, and another thing lacking changes nothing', () => {
    const engine: EngineSpec = { ...TWIN, kind: 'snowmobile', strokes: 2 };
    const other: EngineSpec = { ...engine, parts: { 'has-not': { none: ['bar-and-chain'] } } };
    expect(asked(other)).toBe(asked(engine));
  });
});
