import { useState } from 'react';
import { MOVES, type LedgerLine, type Move } from '@tribos/core/strip';
import { Button, Empty, SelectField, Sheet, TextField } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** What a line of the ledger may become. */
const EXITS: readonly Move[] = [
  'in',
  'tray',
  'renewed',
  'scrapped',
  'missing',
  'later',
  'lost',
  'found',
  'out',
];

/** Set apart under a name of its own: the odd bolt of eight. It stays counted, on a line by itself. */
const APART = 'apart';

const stands = (l: LedgerLine): string =>
  [
    `${l.out} ${l.inside ? 'put in' : 'off'}`,
    l.back > 0 ? `${l.back} ${l.inside ? 'out again' : 'back'}` : '',
    ...Object.entries(l.gone).map(([how, n]) => (n > 0 ? `${n} ${how}` : '')),
    l.surplus > 0 ? `${l.surplus} too many` : '',
    l.trays.length > 0 && l.open > 0 ? `tray ${l.trays.join(', ')}` : '',
  ]
    .filter(Boolean)
    .join(' · ');

/** Everything counted out and in, with the ways a part may be accounted for. */
export function LedgerSheet({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const { ledger, crank } = strip;
  const [item, setItem] = useState<string | null>(null);
  const [move, setMove] = useState<Move | typeof APART>('in');
  const [count, setCount] = useState('1');
  const [text, setText] = useState('');
  const lines = [...ledger].sort((a, b) => Number(b.near || b.inside) - Number(a.near || a.inside));
  const chosen = ledger.find((l) => l.item === item);
  return (
    <Sheet title="Parts counted" onClose={onClose} wide>
      {crank.ways.length > 0 && (
        <div className="mb-3 border-2 border-brass p-3">
          <p>
            <strong className="text-brass">Open to the crank:</strong> {crank.ways.join(', ')}
          </p>
          {crank.mayNotClose && <p className="text-undecided">{crank.mayNotClose}</p>}
          <p className="mt-2 flex flex-wrap gap-2">
            {crank.ways.map((way) => (
              <Button key={way} onClick={() => strip.close(way)}>
                The {way} is closed
              </Button>
            ))}
          </p>
        </div>
      )}
      {lines.length === 0 && <Empty>Nothing has come off yet.</Empty>}
      <ul className="border-t border-ink/60">
        {lines.map((l) => (
          <li key={l.item} className="border-b border-rule">
            <button
              type="button"
              aria-expanded={l.item === item}
              onClick={() => {
                setItem(l.item === item ? null : l.item);
                setCount(String(Math.max(1, l.open)));
                setMove('in');
                setText('');
              }}
              className="grid min-h-11 w-full grid-cols-[3rem_minmax(0,1fr)_auto] items-center gap-3 text-left"
            >
              <span className={`figure text-lead ${l.open > 0 ? 'font-semibold' : 'text-soft'}`}>
                {l.open}
              </span>
              <span>
                {l.name}
                {(l.near || l.inside) && <span className="text-small text-brass"> · near the crank</span>}
                {l.said.length > 0 && <span className="block text-small text-soft">{l.said.join('; ')}</span>}
              </span>
              <span className="text-small text-soft">{stands(l)}</span>
            </button>
            {l.item === item && chosen && (
              <form
                className="grid gap-3 pb-3 sm:grid-cols-[5rem_14rem_1fr_auto] sm:items-end"
                onSubmit={(e) => {
                  e.preventDefault();
                  const many = Math.max(1, Math.round(Number(count) || 1));
                  const said = text.trim();
                  if (
                    move === APART
                      ? strip.setApart(l.item, many, said)
                      : strip.moved(l.item, move, many, said)
                  ) {
                    setItem(null);
                    setText('');
                  }
                }}
              >
                <TextField
                  label="How many"
                  className="figure"
                  inputMode="numeric"
                  value={count}
                  onChange={(e) => setCount(e.target.value)}
                />
                <SelectField
                  label="What became of them"
                  value={move}
                  onChange={(e) => setMove(e.target.value as Move | typeof APART)}
                >
                  {EXITS.map((m) => (
                    <option key={m} value={m}>
                      {m === 'tray'
                        ? `into tray ${strip.tray}`
                        : l.inside && m === 'in'
                          ? 'taken out again'
                          : MOVES[m]}
                    </option>
                  ))}
                  {l.open > 1 && <option value={APART}>set apart under a name of its own</option>}
                </SelectField>
                <TextField
                  label={
                    move === 'lost'
                      ? 'How searched for, and by whom'
                      : move === 'later'
                        ? 'At which step it is fitted'
                        : move === APART
                          ? 'Its own name'
                          : 'In words'
                  }
                  maxLength={500}
                  value={text}
                  error={strip.trouble ?? undefined}
                  onChange={(e) => setText(e.target.value)}
                />
                <Button look="brass" type="submit">
                  Keep
                </Button>
              </form>
            )}
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
