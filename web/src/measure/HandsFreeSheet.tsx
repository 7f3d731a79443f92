import { useState } from 'react';
import { useCheckedForm } from '../forms/index.js';
import {
  changeHandsFree,
  connectLine,
  hasSerial,
  openSerial,
  strip,
  useHandsFree,
  useLineState,
} from '../gaugeLine/index.js';
import { Button, CheckField, SelectField, Sheet, TextField, Trouble } from '../ui/index.js';

const STATES = {
  off: 'No gauge is connected.',
  connecting: 'Looking for the gauge …',
  ready: 'is ready: the foot-switch (Space) takes what it shows.',
  gone: 'The gauge is gone. Type meanwhile; it is looked for again every second.',
} as const;

/** How gauges reach this device, and what it says back. */
export function HandsFreeSheet({ onClose }: { onClose: () => void }) {
  const kept = useHandsFree();
  const state = useLineState();
  const line = useCheckedForm<{ address: string }>(
    { address: kept.line || 'ws://127.0.0.1:4190' },
    (v): Record<string, string> =>
      /^wss?:\/\/(127\.0\.0\.1|localhost)(:\d+)?(\/.*)?$/u.test(v.address.trim())
        ? {}
        : { address: 'A gauge on this machine: ws://127.0.0.1 and its port.' },
  );
  const [sample, setSample] = useState('');
  const connect = ({ address }: { address: string }) => {
    changeHandsFree({ line: address.trim() });
    connectLine();
  };
  return (
    <Sheet title="Hands free" onClose={onClose}>
      <div className="grid gap-6">
        <section className="grid gap-2">
          <CheckField
            label="A tick for every reading, a low tone for a question"
            checked={kept.sounds}
            onChange={(e) => changeHandsFree({ sounds: e.target.checked })}
          />
          <CheckField
            label="Read the figure back aloud, in the voice of this device"
            checked={kept.speech}
            onChange={(e) => changeHandsFree({ speech: e.target.checked })}
          />
        </section>
        <form
          onSubmit={(e) => void line.handleSubmit(connect)(e)}
          className="grid gap-3 border-t border-rule pt-3"
        >
          <h3 className="font-semibold">A gauge on a line</h3>
          <TextField
            label="Address"
            hint="The gauge stand-in says its own when it starts. The lines it speaks are described in docs/formats/gauge-line.md."
            className="figure"
            error={line.formState.errors.address?.message}
            {...line.register('address')}
          />
          <p role="status" className={state.status === 'gone' ? 'text-undecided' : 'text-soft'}>
            {state.status === 'ready' ? `${state.name || 'The gauge'} ${STATES.ready}` : STATES[state.status]}
          </p>
          <div className="flex flex-wrap gap-2">
            <Button look="brass" type="submit">
              Connect
            </Button>
            {kept.line !== '' && (
              <Button
                onClick={() => {
                  changeHandsFree({ line: '' });
                  connectLine();
                }}
              >
                Let it go
              </Button>
            )}
          </div>
        </form>
        {hasSerial() && <Serial />}
        <section className="grid gap-3 border-t border-rule pt-3">
          <h3 className="font-semibold">A gauge that types</h3>
          <p className="text-soft">
            One that types its figure and Enter works as it is. If it puts something around the figure, say
            what.
          </p>
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField
              label="Before the figure"
              className="figure"
              maxLength={12}
              value={kept.prefix}
              onChange={(e) => changeHandsFree({ prefix: e.target.value })}
            />
            <TextField
              label="After the figure"
              className="figure"
              maxLength={12}
              value={kept.suffix}
              onChange={(e) => changeHandsFree({ suffix: e.target.value })}
            />
          </div>
          <TextField
            label="Try it here"
            hint={sample ? `Taken as ${strip(sample, kept.prefix, kept.suffix) || 'nothing'}` : undefined}
            className="figure"
            value={sample}
            onChange={(e) => setSample(e.target.value)}
          />
        </section>
      </div>
    </Sheet>
  );
}

/** A gauge on a serial port of this device. */
function Serial() {
  const [baud, setBaud] = useState('9600');
  const [closed, setClosed] = useState<string | null>(null);
  const serial = () => {
    setClosed(null);
    openSerial(Number(baud)).catch((e: unknown) =>
      setClosed(`The serial gauge could not be opened: ${e instanceof Error ? e.message : String(e)}`),
    );
  };
  return (
    <section className="grid gap-3 border-t border-rule pt-3">
      <h3 className="font-semibold">A serial gauge</h3>
      <SelectField label="Speed, baud" value={baud} onChange={(e) => setBaud(e.target.value)}>
        {['1200', '2400', '4800', '9600', '19200', '115200'].map((b) => (
          <option key={b}>{b}</option>
        ))}
      </SelectField>
      <Trouble>{closed}</Trouble>
      <div>
        <Button onClick={serial}>Choose its port</Button>
      </div>
    </section>
  );
}
