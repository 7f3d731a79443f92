import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { FirmView } from '@tribos/contract';
import {
  moneyText,
  oddsWords,
  OUTSIDE_WORKS,
  parseMoney,
  PART_WORK,
  WORK_DONE,
  type JobFile,
} from '@tribos/core/ground';
import type { Judgement } from '@tribos/core/house';
import {
  acceptedWords,
  mayPass,
  NEWS,
  partOfTicket,
  TICKET_NEWS,
  unproved,
  workOfTicket,
  type NewsKind,
  type TicketStanding,
} from '@tribos/core/outside';
import { newEntry, refusedBy } from '../job/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { post } from '../outbox/index.js';
import { Button, dayText, FileLink, momentText, TextField, Trouble } from '../ui/index.js';
import { BoreDrawing } from './BoreDrawing.js';
import { LineTrouble } from './LineTrouble.js';
import { Returned } from './Returned.js';

interface Said {
  readonly text?: string;
  readonly price?: ReturnType<typeof parseMoney>;
  readonly due?: string | null;
}

/** The firm of a ticket as the server has it now, with what is wrong with its line. */
const useFirm = (name: string): FirmView | null =>
  useQuery({ queryKey: keys.firms, queryFn: () => api.get<FirmView[]>('/firms') }).data?.find(
    (f) => f.name === name,
  ) ?? null;

/** A ticket with what happened to it, and the one thing to do about it now. */
export function TicketCard({
  file,
  judgement,
  standing,
  mayDo,
  mayOrder,
}: {
  file: JobFile;
  judgement: Judgement;
  standing: TicketStanding;
  mayDo: boolean;
  /** Orders, prices and accepts: what costs, or speaks for the shop. */
  mayOrder: boolean;
}) {
  const { ticket, state, news } = standing;
  const [trouble, setTrouble] = useState<string | null>(null);
  const part = partOfTicket(ticket);
  const firm = useFirm(ticket.firm);
  const say = (what: NewsKind, more: Said = {}) => {
    const entries = [
      newEntry(TICKET_NEWS, {
        of: ticket.id,
        what,
        firm: false,
        price: more.price ?? null,
        due: more.due ?? null,
        text: more.text ?? '',
        readings: [],
      }),
      // A wall that comes back is another: what was read of the old one counts no more.
      ...(what === 'back' ? workOfTicket(ticket).map((w) => newEntry(WORK_DONE, w)) : []),
      ...(what === 'back' && part
        ? [newEntry(PART_WORK, { ...part, what: 'returned', text: ticket.firm })]
        : []),
    ];
    const refused = entries.map((e) => refusedBy(file, e)).find((r) => r !== null) ?? null;
    setTrouble(refused);
    if (refused === null) void post(file.job.id, entries);
  };
  const out = ['sent', 'accepted', 'quoted', 'ready', 'rejected'].includes(state);
  const passes = state === 'back' && mayPass(file, { figures: judgement.items }, standing);
  const pdf = `/api/jobs/${file.job.id}/tickets/${ticket.id}`;
  return (
    <section className="bg-sheet p-4" aria-label={`Ticket for ${ticket.firm}`}>
      <Head file={file} standing={standing} out={out} />
      {out && firm?.trouble && (
        <div className="mt-2 text-lead">
          <LineTrouble firm={firm} />
        </div>
      )}
      {state === 'written' && firm?.line && (
        <p className="mt-2">
          {firm.name} has a line: once it is sent the firm is told by itself, and its answers come in here.
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-4">
        {part && <p className="text-lead">{ticket.text}</p>}
        {!part &&
          ticket.lines.map((l) => (
            <BoreDrawing
              key={l.cylinder}
              name={file.engine.cylinders[l.cylinder]!}
              line={l}
              ticket={ticket}
            />
          ))}
      </div>
      {!part && (state === 'back' || state === 'rejected' || state === 'passed') && (
        <Returned file={file} standing={standing} />
      )}
      <Trouble className="mt-2 text-lead font-semibold">{trouble}</Trouble>
      <div className="no-print mt-3 flex flex-wrap items-end gap-3">
        {mayOrder && state === 'written' && (
          <Button look="brass" onClick={() => say('sent')}>
            It is sent, with its {ticket.lines.length === 1 ? 'piston' : 'pistons'}
          </Button>
        )}
        {mayDo && out && (
          <Button look="brass" onClick={() => say('back')}>
            It is back
          </Button>
        )}
        {mayOrder && state === 'back' && passes && (
          <Button look="brass" onClick={() => say('passed')}>
            Accept it
          </Button>
        )}
        <FileLink href={`${pdf}/pdf`}>Ticket, PDF</FileLink>
        {(state === 'back' || state === 'rejected') && (
          <FileLink href={`${pdf}/letter`}>Letter, PDF</FileLink>
        )}
      </div>
      {mayOrder && <TicketWords {...{ standing, out, passes, part, say, setTrouble }} key={state} />}
      {news.length > 0 && (
        <ol className="mt-3 border-t border-rule pt-1 text-small">
          {news.map((n) => (
            <li key={n.id}>
              <span className="text-soft">{momentText(n.at)}</span> {NEWS[n.what]}
              {n.text && `: ${n.text}`} <span className="text-soft">{n.firm ? 'the firm' : n.by}</span>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

/** Which firm, what, and how it stands. */
function Head({ file, standing, out }: { file: JobFile; standing: TicketStanding; out: boolean }) {
  const { ticket, state, price, due } = standing;
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-title font-semibold">
          {ticket.firm}: {OUTSIDE_WORKS[ticket.what]}
        </h2>
        <span
          className={`text-lead font-semibold ${out ? 'text-brass' : state === 'passed' && unproved(file, standing) === null ? 'text-within' : ''}`}
        >
          {state === 'written'
            ? 'written, not sent'
            : state === 'passed'
              ? acceptedWords(file, standing)
              : NEWS[state]}
        </span>
      </div>
      <p className="text-small text-soft">
        written by {ticket.by}, {dayText(ticket.at)}
        {standing.outSince && `, out since ${dayText(standing.outSince)}`}
        {due && `, due ${dayText(due)}`}
        {price !== null && `, ${moneyText(price, file.shop.costs?.currency)}`}
        {ticket.inside !== null && `, back inside: ${oddsWords(ticket.inside)} when it was written`}
      </p>
    </>
  );
}

/** What is said of a ticket in words: what they ask and when, why it is not accepted, why it is called off. */
function TicketWords({
  standing: { state },
  out,
  passes,
  part,
  say,
  setTrouble,
}: {
  standing: TicketStanding;
  out: boolean;
  passes: boolean;
  part: ReturnType<typeof partOfTicket>;
  say: (what: NewsKind, more?: Said) => void;
  setTrouble: (trouble: string) => void;
}) {
  const [text, setText] = useState('');
  const [day, setDay] = useState('');
  const [asked, setAsked] = useState('');
  return (
    <>
      {out && state !== 'rejected' && (
        <div className="no-print mt-3 grid items-end gap-3 sm:grid-cols-[8rem_11rem_minmax(0,1fr)_auto]">
          <TextField
            label="They ask"
            inputMode="decimal"
            className="figure"
            value={asked}
            onChange={(e) => setAsked(e.target.value)}
          />
          <TextField label="Due back" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
          <TextField
            label="What they said"
            value={text}
            maxLength={1000}
            onChange={(e) => setText(e.target.value)}
          />
          <Button
            onClick={() => {
              const amount = asked.trim() === '' ? null : parseMoney(asked);
              if (asked.trim() !== '' && amount === null)
                return setTrouble('An amount, like 62.50. Nothing was written.');
              say('quoted', { price: amount, due: day || null, text: text.trim() });
            }}
          >
            Write it down
          </Button>
        </div>
      )}
      {state === 'back' && !passes && (
        <div className="no-print mt-3 grid items-end gap-3 sm:grid-cols-[minmax(0,1fr)_auto]">
          <TextField
            label={part ? 'Why not, or how it was looked at' : 'Not accepted: why'}
            value={text}
            maxLength={1000}
            onChange={(e) => setText(e.target.value)}
          />
          <Button onClick={() => say('rejected', { text: text.trim() })}>Back to the firm</Button>
          {part && (
            <Button
              look="quiet"
              onClick={() =>
                text.trim() === ''
                  ? setTrouble(`Nothing of the ${part.name} is measured: say how it was looked at.`)
                  : say('passed', { text: text.trim() })
              }
            >
              Accept it without a measure
            </Button>
          )}
        </div>
      )}
      {state === 'written' && (
        <div className="no-print mt-3 grid items-end gap-3 sm:grid-cols-[minmax(0,1fr)_auto]">
          <TextField
            label="Called off: why"
            value={text}
            maxLength={1000}
            onChange={(e) => setText(e.target.value)}
          />
          <Button look="quiet" onClick={() => say('cancelled', { text: text.trim() })}>
            Call it off
          </Button>
        </div>
      )}
    </>
  );
}
