import { useState, type ReactNode } from 'react';
import { oddsWords, OUTSIDE_WORKS, parseReading, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { aimReason, draftTicket, shapeDoubts, TICKET } from '@tribos/core/outside';
import { outsideOf, type Way } from '@tribos/core/routes';
import { newEntry, useSend } from '../job/index.js';
import { stationPath } from '../kit/stationPath.js';
import { Button, CheckField, SelectField, TextField, TextLink, Trouble } from '../ui/index.js';
import { BoreDrawing } from './BoreDrawing.js';

/** What is said of a ticket by hand, as typed. */
interface Said {
  readonly name: string;
  readonly deckFlat: string;
  readonly finish: string;
  readonly text: string;
  readonly hatch: string;
  readonly chamfer: boolean;
  readonly readings: boolean;
  /** Cylinders that stay here. */
  readonly left: ReadonlySet<number>;
}

/** The ticket a decision asks for, before it is written: sizes from the decision, the rest by hand. */
export function Draft({ file, way }: { file: JobFile; way: Way }) {
  const what = outsideOf(way.route)!;
  const firms = (file.shop.firms ?? []).filter((f) => f.works.some((w) => w.what === what));
  const [firmId, setFirm] = useState(way.cost?.firm?.id ?? firms[0]?.id ?? '');
  const firm = firms.find((f) => f.id === firmId) ?? null;
  const base = draftTicket(file, way, firm);
  const reasons = base.lines.flatMap((l) => aimReason(l, firm, base.unit) ?? []);
  const doubts = shapeDoubts(file, base, base.unit);
  const [said, setSaid] = useState<Said>({
    name: '',
    deckFlat: '',
    finish: '',
    text: '',
    hatch: String(base.hatch ?? ''),
    chamfer: base.chamfer,
    readings: true,
    left: new Set(),
  });
  const { trouble, send } = useSend(file);
  const angle = Number(said.hatch);
  const unit = firm?.unit ?? base.unit;
  const deck = parseReading(said.deckFlat, { unit });
  const draft = {
    ...base,
    firm: firm?.name ?? said.name.trim(),
    hatch: said.hatch.trim() === '' ? null : angle > 0 && angle < 180 ? angle : 45,
    finish: said.finish.trim(),
    deck: deck.ok ? deck.value : null,
    chamfer: said.chamfer,
    readings: said.readings,
    text: said.text.trim(),
    lines: base.lines.filter((l) => !said.left.has(l.cylinder)),
  };
  return (
    <section className="border-l-5 border-brass bg-sheet p-4" aria-label="Ticket to write">
      <h2 className="text-title font-semibold">Ticket: {OUTSIDE_WORKS[what]}</h2>
      <p className="text-lead">{way.name}</p>
      {draft.inside !== null && (
        <p>
          Comes back usable: <span className="font-semibold">{oddsWords(draft.inside)}</span>
          {firm && firm.learned.returns > 0
            ? `, by ${firm.learned.returns} bores that came back from ${firm.name}.`
            : ', by what is usual: nothing came back from them yet.'}{' '}
          One too small is honed on; one too large is lost.
        </p>
      )}
      {[...new Set(reasons), ...doubts].map((r) => (
        <p key={r} className="mt-1 border-l-4 border-undecided pl-3">
          {r}
        </p>
      ))}
      {draft.lines.some((l) => l.from === 'listed') && (
        <p className="mt-2 border-l-5 border-undecided pl-3 text-lead font-semibold">
          Not every piston is measured: these sizes are for what the list says. Each bore is made to its own
          piston. <TextLink to={stationPath(file.job.id, 'measure')}>Measure them first</TextLink>
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-4">
        {draft.lines.map((l) => (
          <BoreDrawing key={l.cylinder} name={file.engine.cylinders[l.cylinder]!} line={l} ticket={draft} />
        ))}
      </div>
      <Fields
        said={said}
        onSay={(more) => setSaid({ ...said, ...more })}
        cylinders={file.engine.cylinders}
        unit={unit}
        deckTrouble={said.deckFlat.trim() === '' || deck.ok ? undefined : deck.sentence}
      >
        {firms.length > 0 && (
          <SelectField label="For" value={firmId} onChange={(e) => setFirm(e.target.value)}>
            {firms.map((f) => (
              <option key={f.id} value={f.id}>
                {f.name}
              </option>
            ))}
          </SelectField>
        )}
      </Fields>
      <Trouble className="mt-2 text-lead font-semibold">{trouble}</Trouble>
      <p className="mt-3">
        <Button
          look="brass"
          disabled={draft.lines.length === 0 || (said.deckFlat.trim() !== '' && !deck.ok)}
          onClick={() => send(newEntry(TICKET, draft))}
        >
          Write the ticket
        </Button>
      </p>
    </section>
  );
}

function Fields({
  said,
  onSay,
  cylinders,
  unit,
  deckTrouble,
  children,
}: {
  said: Said;
  onSay: (more: Partial<Said>) => void;
  cylinders: readonly string[];
  unit: LengthUnit;
  deckTrouble: string | undefined;
  /** The firm it is for; its name is typed where the shop knows none. */
  children: ReactNode;
}) {
  const text = (key: 'name' | 'deckFlat' | 'finish' | 'text' | 'hatch', label: string, most: number) => (
    <TextField
      label={label}
      value={said[key]}
      maxLength={most}
      {...(key === 'deckFlat' && { hint: 'Empty: it is left alone.', error: deckTrouble })}
      {...((key === 'deckFlat' || key === 'hatch') && { inputMode: 'decimal', className: 'figure' })}
      onChange={(e) => onSay({ [key]: e.target.value })}
    />
  );
  const tick = (label: string, is: boolean, onTick: (is: boolean) => void) => (
    <CheckField key={label} label={label} checked={is} onChange={(e) => onTick(e.target.checked)} />
  );
  return (
    <>
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        {children || text('name', 'For which firm', 120)}
        {text('hatch', 'Cross-hatch, included angle, degrees', 12)}
        {text('finish', 'Finish of the wall', 120)}
        {text('deckFlat', `Deck flat within, ${unit}`, 24)}
        {text('text', 'What else, or why only some go', 500)}
      </div>
      <div className="mt-2 flex flex-wrap gap-x-6">
        {cylinders.length > 1 &&
          cylinders.map((n, i) =>
            tick(`${n} goes`, !said.left.has(i), (goes) =>
              onSay({ left: new Set(goes ? [...said.left].filter((c) => c !== i) : [...said.left, i]) }),
            ),
          )}
        {tick('port edges chamfered', said.chamfer, (chamfer) => onSay({ chamfer }))}
        {tick('their readings come back', said.readings, (readings) => onSay({ readings }))}
      </div>
    </>
  );
}
