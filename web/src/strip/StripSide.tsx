import { NOTES, STRIP_NOTE, stripLog } from '@tribos/core/strip';
import { Next } from '../frame/index.js';
import type { ToolNeeded } from '../tools/index.js';
import { Button, Kbd } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** The step at hand, or its question, and what is to be written down of it for assembly. */
export function StripNext({ strip, onNote }: { strip: Strip; onNote: () => void }) {
  const { shown, stop, back } = strip;
  return (
    <Next
      says={
        shown
          ? stop
            ? shown.step.stop!.ask
            : `${back ? 'Back: ' : ''}${shown.step.what}.`
          : 'Nothing on this list.'
      }
    >
      {shown?.step.note && !back && (
        <Button look="quiet" onClick={onNote}>
          {shown.step.note.ask} <Kbd>/</Kbd>
        </Button>
      )}
    </Next>
  );
}

/** Beside the list: what is next, trays, notes for assembly, tools for what comes. */
export function StripSide({
  strip,
  tools,
  onOpen,
}: {
  strip: Strip;
  tools: readonly ToolNeeded[];
  onOpen: (what: 'ledger' | 'trays' | 'note' | 'add' | 'card' | 'thread' | 'keys' | 'odd' | 'scan') => void;
}) {
  const { trays, ledger, crank, back } = strip;
  const notes = stripLog(strip.file).filter(STRIP_NOTE.is).slice(-4).reverse();
  const gone = ledger.filter((l) => l.surplus > 0 || l.gone.lost > 0);
  const quiet = (name: string, key: string, what: Parameters<typeof onOpen>[0]) => (
    <Button look="quiet" onClick={() => onOpen(what)}>
      {name} {key && <Kbd>{key}</Kbd>}
    </Button>
  );
  return (
    <>
      {(gone.length > 0 || crank.mayNotClose !== null) && (
        <section className="mt-4" aria-label="Not accounted for">
          <h2 className="text-small font-semibold text-soft">Before it may be closed</h2>
          {crank.mayNotClose && crank.ways.length > 0 && <p>{crank.mayNotClose}</p>}
          {gone.map((l) => (
            <p key={l.item} className="text-beyond">
              {l.surplus > 0
                ? `${l.surplus} ${l.name} too many`
                : `${l.gone.lost} ${l.name} lost: ${l.said.at(-1)}`}
            </p>
          ))}
        </section>
      )}
      <section className="mt-4" aria-label="Trays">
        <h2 className="text-small font-semibold text-soft">Trays of this job</h2>
        {trays.length === 0 ? (
          <p className="text-soft">None yet.</p>
        ) : (
          <ul>
            {trays.map((t) => (
              <li key={t.number} className={t.number === strip.tray ? 'font-semibold' : ''}>
                <span className="figure">{t.number}</span> {t.name}
                {t.place && <span className="text-soft"> · {t.place}</span>}
                {t.holds.length > 0 && (
                  <span className="block pl-4 text-small font-normal text-soft">
                    {t.holds.map((h) => `${h.count} ${h.name}`).join(', ')}
                  </span>
                )}
              </li>
            ))}
          </ul>
        )}
        <p className="flex flex-wrap">
          <Button look="quiet" onClick={strip.newTray}>
            Next tray <Kbd>t</Kbd>
          </Button>
          {quiet('Labels, places', 'b', 'trays')}
          {quiet('Scan', '', 'scan')}
        </p>
      </section>
      {notes.length > 0 && (
        <section className="mt-4" aria-label="For assembly">
          <h2 className="text-small font-semibold text-soft">Written down for assembly</h2>
          <ul>
            {notes.map((n) => (
              <li key={n.id}>
                {n.text} <span className="text-small text-soft">{NOTES[n.about]}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {tools.length > 0 && (
        <section className="mt-4" aria-label="Tools">
          <h2 className="text-small font-semibold text-soft">Tools for what comes</h2>
          <p>
            {tools.map((t, i) => (
              <span key={t.name} className={t.have === false ? 'text-beyond' : ''}>
                {i > 0 && ' · '}
                {t.name}
                {t.have === false && ': missing'}
              </span>
            ))}
          </p>
        </section>
      )}
      <div className="no-print mt-3 flex flex-wrap">
        {quiet('Note for assembly', '/', 'note')}
        {quiet('Not as listed', 'e', 'odd')}
        {quiet('Parts counted', 'c', 'ledger')}
        {quiet('Add a step', 'a', 'add')}
        {quiet('Bolts on a photo', '', 'card')}
        {quiet('Which thread?', '', 'thread')}
        <Button look="quiet" onClick={strip.turn}>
          {back ? 'Take apart again' : 'Put it back together'}
        </Button>
        {quiet('Keys', '?', 'keys')}
      </div>
    </>
  );
}
