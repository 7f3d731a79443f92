import { useState } from 'react';
import { capital, whoOf, type JobFile } from '@tribos/core/ground';
import {
  clockedOf,
  CLOCKED_NAMES,
  clockMeant,
  clockOf,
  clockSentence,
  clockTroubles,
  clockWays,
  fittingOrder,
  gapTarget,
  pegTroubles,
  RING_CLOCK,
  type Clock,
  type ClockBy,
  type Clocked,
  type RingPack,
} from '@tribos/core/rings';
import { Choices, dayText, Button, Kbd } from '../ui/index.js';
import { newEntry, refusedBy } from '../job/index.js';
import { post } from '../outbox/index.js';
import { ClockPicture } from './ClockPicture.js';

const WAYS: Record<ClockBy, string> = {
  drawing: 'the maker’s drawing',
  pegs: 'the pegs',
  A: 'template A',
  B: 'template B',
  C: 'template C',
};

/** What is typed as an angle: degrees, or an hour of the clock: `4h` is 120°. */
export function angleOf(text: string): number | null {
  const hour = /^\s*(\d{1,2})(?::(\d{2}))?\s*h\s*$/iu.exec(text);
  const at = hour ? (Number(hour[1]) % 12) * 30 + Number(hour[2] ?? 0) / 2 : Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(at) && at >= 0 && at < 360 ? at : null;
}

/**
 * The ring gaps of one cylinder as a clock on the crown: where they belong, where they were set, what lies in line
 * with what. Set by the maker's drawing or the pegs where there are any, else by a template.
 */
export function RingClock({ file, cylinder, pack }: { file: JobFile; cylinder: number; pack: RingPack }) {
  const standing = clockOf(file, cylinder);
  const ways = clockWays(pack);
  const [by, setBy] = useState<ClockBy>(() =>
    standing && ways.includes(standing.way) ? standing.way : ways[0]!,
  );
  const meant = clockMeant(pack, by) ?? {};
  const [typed, setTyped] = useState<Readonly<Partial<Record<Clocked, string>>>>({});
  const [turn, setTurn] = useState(0);
  const [picked, setPicked] = useState<Clocked | null>(null);
  const [expander, setExpander] = useState<'butted' | 'overlapped' | null>(null);
  const [refused, setRefused] = useState('');
  const rings = clockedOf(pack).filter((r) => meant[r] !== undefined);
  const lying: Clock = Object.fromEntries(
    rings.flatMap((r) => {
      const at = typed[r] === undefined ? (standing?.gaps[r] ?? meant[r]!) : angleOf(typed[r]);
      return at === null ? [] : [[r, at]];
    }),
  );
  const troubles = clockTroubles(lying, meant);
  const pegged = pegTroubles(file.engine, pack, (ring) => gapTarget(file, cylinder, ring).low ?? 500_000);
  const order = fittingOrder(meant);
  const keep = (): void => {
    const entry = newEntry(RING_CLOCK, {
      cylinder,
      pack: pack.piston,
      way: by,
      gaps: {
        top: lying.top ?? null,
        second: lying.second ?? null,
        'upper-rail': lying['upper-rail'] ?? null,
        expander: lying.expander ?? null,
        'lower-rail': lying['lower-rail'] ?? null,
      },
      expander: pack.expander ? expander : null,
    });
    const why = refusedBy(file, entry);
    setRefused(why ?? '');
    if (why === null) void post(file.job.id, [entry]);
  };
  return (
    <section aria-label="Ring clock" className="min-w-0">
      <h3 className="text-lead font-semibold">Ring clock, as it lies in your hand</h3>
      <p className="text-small text-soft">
        from above, clockwise from the piston’s {pack.mark.is}; number 1 goes on first
      </p>
      <div className="grid gap-x-4 sm:grid-cols-[minmax(0,18rem)_minmax(0,1fr)]">
        <div>
          <ClockPicture
            engine={file.engine}
            pack={pack}
            clock={lying}
            turn={turn}
            picked={picked}
            onPick={setPicked}
            onAngle={(angle) => picked && setTyped({ ...typed, [picked]: String(angle) })}
          />
          <Turning mark={pack.mark.is} turn={turn} onTurn={setTurn} />
        </div>
        <div className="min-w-0">
          <Choices
            label="Set by"
            of={ways.map((w) => [w, WAYS[w]] as const)}
            is={by}
            onChoose={(way) => {
              setBy(way);
              setTyped({});
            }}
          />
          <Angles
            order={order}
            valueOf={(ring) => typed[ring] ?? String(lying[ring] ?? meant[ring])}
            onPick={setPicked}
            onType={(ring, text) => setTyped({ ...typed, [ring]: text })}
          />
          {pack.expander && (
            <fieldset className="mt-1 flex flex-wrap items-center gap-1">
              <legend className="text-small text-soft">expander’s ends, looked at</legend>
              <Choices
                label="Expander’s ends"
                of={[
                  ['butted', 'butted'],
                  ['overlapped', 'overlapped'],
                ]}
                is={expander ?? ('' as 'butted')}
                onChoose={setExpander}
              />
            </fieldset>
          )}
        </div>
      </div>
      <p role="status" className="min-h-5 text-small">
        {refused || troubles.length > 0 || pegged.length > 0 ? (
          <span className="font-semibold text-beyond">
            {refused || clockSentence(troubles) || pegged.join(' ')}
          </span>
        ) : (
          `Nothing in line, by ${WAYS[by]}. Looked at again just before the cylinder goes on.`
        )}
      </p>
      <p className="flex flex-wrap items-center gap-3">
        <Button onClick={keep}>Set as shown</Button>
        {standing && (
          <span className="text-small text-soft">
            ✓ set by {WAYS[standing.way]}, {whoOf(standing)}, {dayText(standing.at)}
          </span>
        )}
        <span className="text-small text-soft">
          hours too: <Kbd>4h</Kbd> is 120°
        </span>
      </p>
    </section>
  );
}

/** The picture turned until it lies as the piston does in the hand. */
function Turning({ mark, turn, onTurn }: { mark: string; turn: number; onTurn: (to: number) => void }) {
  return (
    <p className="flex items-center justify-center gap-2">
      <Button look="quiet" onClick={() => onTurn((turn + 330) % 360)} aria-label="Turn the picture left">
        ↺ 30°
      </Button>
      <span className="text-small text-brass">the {mark}</span>
      <Button look="quiet" onClick={() => onTurn((turn + 30) % 360)} aria-label="Turn the picture right">
        30° ↻
      </Button>
    </p>
  );
}

/** Where each gap is set, in the order the rings go on. */
function Angles({
  order,
  valueOf,
  onPick,
  onType,
}: {
  order: readonly Clocked[];
  valueOf: (ring: Clocked) => string;
  onPick: (ring: Clocked) => void;
  onType: (ring: Clocked, text: string) => void;
}) {
  return (
    <ol className="mt-1 max-w-80">
      {order.map((ring, i) => (
        <li key={ring} className="flex items-center gap-2">
          <span className="figure w-4">{i + 1}</span>
          <label className="flex min-h-11 flex-1 items-center gap-2">
            <span className="flex-1">{CLOCKED_NAMES[ring]}</span>
            <input
              inputMode="decimal"
              aria-label={`${capital(CLOCKED_NAMES[ring])}, degrees or hour`}
              value={valueOf(ring)}
              onFocus={() => onPick(ring)}
              onChange={(e) => onType(ring, e.target.value)}
              className="figure min-h-11 w-20 rounded-edge border border-ink/40 bg-sheet px-2 text-right"
            />
            <span className="text-soft">°</span>
          </label>
        </li>
      ))}
    </ol>
  );
}
