import type { EngineSpec } from '../../specs/index.js';
import type { RingPack } from '../../rings/index.js';
import type { AssemblyStep } from '../assemblySheet.js';
import { asks, step } from './step.js';

const OPPOSITE: Readonly<Record<string, string>> = {
  exhaust: 'intake',
  intake: 'exhaust',
  front: 'rear',
  rear: 'front',
  'flywheel side': 'clutch side',
  'clutch side': 'flywheel side',
  'pulley side': 'flywheel side',
};

/** Where the mark on the crown points, in the words of the engine; null where no sheet of these rings says. */
export function markTowards({ zeroAt }: Pick<EngineSpec, 'zeroAt'>, pack: RingPack | null): string | null {
  const at = pack?.mark.at ?? null;
  if (at === null) return null;
  if (at === 0) return zeroAt;
  return at === 180 ? (OPPOSITE[zeroAt] ?? `away from the ${zeroAt}`) : null;
}

function markAsk(engine: Pick<EngineSpec, 'zeroAt'>, pack: RingPack | null) {
  const right = markTowards(engine, pack);
  const is = pack?.mark.is ?? 'mark';
  const directions = [
    ...new Set([
      right ?? engine.zeroAt,
      OPPOSITE[engine.zeroAt] ?? 'intake',
      engine.zeroAt,
      'exhaust',
      'flywheel side',
    ]),
  ].slice(0, 4);
  return asks(
    `The ${is} on the crown points to`,
    'mark',
    right === null
      ? [
          ...directions.map((d) => [`${d}, as the sheet here says`] as const),
          [
            'no sheet says',
            'Look at the piston maker’s leaflet first: a piston that sits the wrong way round knocks, or catches a valve.',
          ],
        ]
      : [
          ...[...directions]
            .sort()
            .map(
              (d) =>
                [
                  d,
                  d === right
                    ? ''
                    : `This piston’s sheet has it towards ${right}. Turn it round now: the pin is offset and the pockets are not alike.`,
                ] as const,
            ),
          [
            'no mark is seen',
            'Find which way round it goes before the pin goes in: pockets, pegs, the pin’s offset.',
          ],
        ],
  );
}

const NEW = ['piston-renewed'];
const RINGS = ['piston-renewed', 'rings-renewed'];

/** Clips, pin and rings of each piston, to the rod or to the cylinder. */
export function pistonSteps(engine: EngineSpec, pack: RingPack | null): AssemblyStep[] {
  const two = engine.strokes === 2;
  return [
    step('first-clip', 'First clip in, before the piston goes near the engine', {
      each: true,
      reopens: NEW,
      how: 'A new one, pressed together no further than it must be; sharp edge outwards.',
      cautions: ['springs'],
      asks: [
        asks('Which side is the first clip on?', 'clip', [
          ['the side that is hard to reach'],
          ['the easy side', 'Then the last clip has to go in where no hand reaches: change sides now.'],
        ]),
        asks('Its opening points', 'clip', [
          ['up'],
          ['down'],
          [
            'to a side',
            'Inertia works along the stroke: an opening at the side is pulled shut and the clip flies out. Turn it.',
          ],
        ]),
        asks('The clip in its groove', 'clip', [
          ['seated all round, opening clear of the pick notch'],
          ['opening over the notch', 'There it has nothing to hold its end: turn it away from the notch.'],
          ['one end stands proud', 'Press it until it snaps in all round; a bent one is thrown away.'],
        ]),
      ],
    }),
    ...(two
      ? [
          step('small-end', 'Small-end bearing washed of its preservative, dried, oiled; washers beside it', {
            each: true,
            reopens: NEW,
          }),
        ]
      : []),
    step('mark', 'Piston to the rod, its mark to where the sheet has it', {
      each: true,
      reopens: NEW,
      twice: true,
      asks: [markAsk(engine, pack)],
    }),
    step('pin', 'Pin oiled and pushed through, never hammered across the rod', {
      each: true,
      reopens: NEW,
      refits: [],
      how: 'With its own lubricant; warm the piston where it is tight.',
    }),
    step('last-clip', 'Last clip in, a rag in the crankcase mouth', {
      each: true,
      reopens: NEW,
      refits: ['pin', 'pin-held', 'clips'],
      cautions: ['springs'],
      asks: [
        asks('The last clip’s opening points', 'clip', [
          ['up'],
          ['down'],
          ['to a side', 'Inertia works along the stroke: turn it.'],
        ]),
        asks('It is', 'clip', [
          ['new, seated all round, clear of the notch'],
          ['the old one', 'A clip that was out is bent: a new one goes in, always.'],
          ['not seated all round', 'Press it until it snaps in, or it comes out and takes the wall with it.'],
        ]),
      ],
    }),
  ];
}

/** Rings, bottom up. */
export function ringSteps({ strokes, kind }: EngineSpec, pack: RingPack | null): AssemblyStep[] {
  const expander = pack ? pack.expander : strokes === 4;
  const marked = pack ? pack.rings.some((r) => r.mark !== null) : true;
  return [
    ...(expander
      ? [
          step('expander', 'Expander into the lowest groove; it is never shortened', {
            each: true,
            reopens: RINGS,
            cautions: ['sharp'],
            asks: [
              asks('Expander ends', 'expander', [
                ['butted'],
                [
                  'overlapped',
                  'Overlapped it presses the rails nowhere: the engine smokes from its first minute.',
                ],
              ]),
            ],
          }),
          step('rails', 'Rails above and below it, their ends apart', { each: true, reopens: RINGS }),
          step('expander-again', 'Expander looked at once more, the rails on it', {
            each: true,
            reopens: RINGS,
            asks: [
              asks('Its ends now', 'expander', [
                ['butted still'],
                ['overlapped', 'The rails pushed one end under the other: off again, and anew.'],
              ]),
            ],
          }),
        ]
      : []),
    step(
      'rings',
      `${kind === 'chainsaw' ? 'Ring' : 'Compression rings'} on, the lower first, opened no more than the crown needs`,
      {
        each: true,
        reopens: RINGS,
        refits: ['rings', 'by-cylinder'],
        proof: 'gaps',
        cautions: ['sharp'],
        asks: marked
          ? [
              asks('The marked side of each ring is', 'ring', [
                ['up'],
                ['down', 'Upside down it pumps oil or lets gas past: off, turn it, on again.'],
                [
                  'one has no mark',
                  'Look at its section on the ring card before it goes on: which way round is data.',
                ],
              ]),
            ]
          : [],
      },
    ),
  ];
}
