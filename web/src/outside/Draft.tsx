import { useState } from 'react';
import {
  aimReason,
  draftTicket,
  oddsWords,
  OUTSIDE_WORKS,
  outsideOf,
  parseReading,
  shapeDoubts,
  TICKET,
  type JobFile,
  type Way,
} from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { stationPath } from '../kit/stationPath.js';
import { Button, CheckField, SelectField, TextField, TextLink } from '../ui/index.js';
import { BoreDrawing } from './BoreDrawing.js';

/** The ticket a decision asks for, before it is written: sizes from the decision, the rest by hand. */
export function Draft({ file, way }: { file: JobFile; way: Way }) {
  const what = outsideOf(way.route)!;
  const firms = (file.shop.firms ?? []).filter((f) => f.works.some((w) => w.what === what));
  const [firmId, setFirm] = useState(way.cost?.firm?.id ?? firms[0]?.id ?? '');
  const firm = firms.find((f) => f.id === firmId) ?? null;
  const base = draftTicket(file, way, firm);
  const reasons = base.lines.flatMap((l) => aimReason(l, firm, base.unit) ?? []);
  const doubts = shapeDoubts(file, base, base.unit);
  const [name, setName] = useState('');
  const [deckFlat, setDeckFlat] = useState('');
  const [finish, setFinish] = useState('');
  const [text, setText] = useState('');
  const [hatch, setHatch] = useState(String(base.hatch ?? ''));
  const [chamfer, setChamfer] = useState(base.chamfer);
  const [readings, setReadings] = useState(true);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const { trouble, send } = useSend(file);
  const angle = Number(hatch);
  const unit = firm?.unit ?? base.unit;
  const deck = parseReading(deckFlat, { unit });
  const draft = {
    ...base,
    firm: firm?.name ?? name.trim(),
    hatch: hatch.trim() === '' ? null : angle > 0 && angle < 180 ? angle : 45,
    finish: finish.trim(),
    deck: deck.ok ? deck.value : null,
    chamfer,
    readings,
    text: text.trim(),
    lines: base.lines.filter((l) => !left.has(l.cylinder)),
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
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        {firms.length > 0 ? (
          <SelectField label="For" value={firmId} onChange={(e) => setFirm(e.target.value)}>
            {firms.map((f) => (
              <option key={f.id} value={f.id}>
                {f.name}
              </option>
            ))}
          </SelectField>
        ) : (
          <TextField
            label="For which firm"
            value={name}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
        )}
        <TextField
          label="Cross-hatch, included angle, degrees"
          inputMode="decimal"
          className="figure"
          value={hatch}
          onChange={(e) => setHatch(e.target.value)}
        />
        <TextField
          label="Finish of the wall"
          value={finish}
          maxLength={120}
          onChange={(e) => setFinish(e.target.value)}
        />
        <TextField
          label={`Deck flat within, ${unit}`}
          hint="Empty: it is left alone."
          inputMode="decimal"
          className="figure"
          value={deckFlat}
          error={deckFlat.trim() === '' || deck.ok ? undefined : deck.sentence}
          onChange={(e) => setDeckFlat(e.target.value)}
        />
        <TextField
          label="What else, or why only some go"
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <div className="mt-2 flex flex-wrap gap-x-6">
        {file.engine.cylinders.length > 1 &&
          file.engine.cylinders.map((n, i) => (
            <CheckField
              key={n}
              label={`${n} goes`}
              checked={!left.has(i)}
              onChange={(e) => {
                const next = new Set(left);
                if (e.target.checked) next.delete(i);
                else next.add(i);
                setLeft(next);
              }}
            />
          ))}
        <CheckField
          label="port edges chamfered"
          checked={chamfer}
          onChange={(e) => setChamfer(e.target.checked)}
        />
        <CheckField
          label="their readings come back"
          checked={readings}
          onChange={(e) => setReadings(e.target.checked)}
        />
      </div>
      {trouble && (
        <p role="alert" className="mt-2 text-lead font-semibold text-beyond">
          {trouble}
        </p>
      )}
      <p className="mt-3">
        <Button
          look="brass"
          disabled={draft.lines.length === 0 || (deckFlat.trim() !== '' && !deck.ok)}
          onClick={() => send(newEntry(TICKET, draft))}
        >
          Write the ticket
        </Button>
      </p>
    </section>
  );
}
