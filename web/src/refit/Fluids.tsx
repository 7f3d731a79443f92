import { useState } from 'react';
import { parseFigure, sourceLine, type JobFile } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { FLUID_FILLED, fluidName, refitState } from '@tribos/core/refit';
import { newEntry, useSend } from '../job/index.js';
import { Asked } from '../sheetLines/index.js';
import { TakeBack } from './TakeBack.js';
import { Button, CheckField, TextField, Trouble } from '../ui/index.js';

/** Fluids of this very variant, each with how its level is read and how its air is let out. */
export function Fluids({ file, mayDo }: { file: JobFile; mayDo: boolean }) {
  const { fluids } = refitState(file);
  const wants = wantsOf(file, ['fluids']);
  if (fluids.length === 0) return <Asked file={file} wants={wants} />;
  return (
    <section aria-label="Fluids" className="bg-sheet p-3">
      <h2 className="text-title font-semibold">Fluids</h2>
      <ul>
        {fluids.map((f) => (
          <FluidRow key={f.at} file={file} of={f} mayDo={mayDo} />
        ))}
      </ul>
      <Asked file={file} quiet wants={wants} />
    </section>
  );
}

function FluidRow({
  file,
  of: { fluid, at, filled },
  mayDo,
}: {
  file: JobFile;
  of: ReturnType<typeof refitState>['fluids'][number];
  mayDo: boolean;
}) {
  const { trouble, send, say } = useSend(file);
  const [amount, setAmount] = useState('');
  const [bled, setBled] = useState(false);
  const keep = () => {
    const read = amount.trim() === '' ? null : parseFigure('volume', amount, 'cm³');
    if (read && !read.ok) return say(read.sentence);
    send(
      newEntry(FLUID_FILLED, {
        fluid: at,
        what: fluidName(fluid),
        amount: read ? Math.round(read.value) : 0,
        level: 'on-its-mark',
        bled: fluid.bleed === '' ? false : bled,
        text: '',
      }),
    );
  };
  return (
    <li className="border-t border-rule py-2">
      <p className="flex items-center justify-between gap-3 text-lead leading-tight font-semibold">
        <span className="inline-block first-letter:uppercase">
          {fluidName(fluid)}
          {filled && <span className="text-within"> ✓</span>}
        </span>
        {mayDo && filled && <TakeBack of={filled.id} name={fluidName(fluid)} send={send} />}
      </p>
      <p className="text-small">
        {fluid.amount > 0 && (
          <>
            <span className="figure">
              {fluid.printed ? `${fluid.printed} (${Math.round(fluid.amount)} cm³)` : `${fluid.amount} cm³`}
            </span>
            ;{' '}
          </>
        )}
        {[
          fluid.level && `level: ${fluid.level}`,
          fluid.bleed && `air out: ${fluid.bleed}`,
          !fluid.level && fluid.amount === 0 && 'filled to its mark',
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      <p className="text-small text-soft">
        {sourceLine(fluid.source)}
        {filled && `; ${filled.amount > 0 ? `${filled.amount} cm³ went in, ` : ''}${filled.by}`}
      </p>
      {mayDo && !filled && (
        <div className="no-print mt-1 flex flex-wrap items-end gap-3">
          <div className="w-28">
            <TextField
              label="Went in, cm³"
              inputMode="decimal"
              className="figure"
              value={amount}
              onChange={(e) => setAmount(e.target.value)}
            />
          </div>
          {fluid.bleed && (
            <CheckField label="the air is out" checked={bled} onChange={(e) => setBled(e.target.checked)} />
          )}
          <Button onClick={keep}>It stands on its mark</Button>
        </div>
      )}
      <Trouble className="font-semibold">{trouble}</Trouble>
    </li>
  );
}
