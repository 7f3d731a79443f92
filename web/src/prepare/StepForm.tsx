import { useState } from 'react';
import type { LengthUnit } from '@tribos/core/ground';
import type { RingWork } from '@tribos/core/rings';
import { Button, Kbd, Trouble } from '../ui/index.js';

/** What may be said beside a step: where it was squared, which way its ends lie, what its bag says. */
export interface Said {
  readonly depth: string;
  readonly ends: string;
  readonly code: string;
}

/** The button for the next thing to do with a ring, with what may be asked beside it. */
export function StepForm({
  work,
  windows,
  solid,
  depth: planned,
  unit,
  onDo,
  onFile,
}: {
  work: RingWork;
  /** Whether the wall has windows a ring's ends could lie over. */
  windows: boolean;
  /** Where a depth as typed leaves solid wall, in words. */
  solid: (depth: string) => string;
  /** Where it is checked, as text in the reader's unit. */
  depth: string;
  unit: LengthUnit;
  /** @returns why not */
  onDo: (said: Said) => string | null;
  /** A pass of another length than was planned. */
  onFile: (strokes: number) => void;
}) {
  const [depth, setDepth] = useState('');
  const [ends, setEnds] = useState('');
  const [code, setCode] = useState('');
  const [strokes, setStrokes] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const { next } = work;
  const label = {
    wash: 'Washed',
    square: 'Squared',
    bag: 'Bagged',
    file: next.kind === 'file' ? `Filed ${next.strokes}` : '',
  }[next.kind as string];
  const field = (name: string, value: string, set: (text: string) => void, hint = '') => (
    <label className="grid gap-1 text-small text-soft">
      {name}
      <input
        value={value}
        placeholder={hint}
        onChange={(e) => set(e.target.value)}
        className="figure min-h-11 w-full rounded-edge border border-ink/40 bg-page px-2 text-body text-ink placeholder:text-soft"
      />
    </label>
  );
  if (!label) return null;
  return (
    <form
      className="grid w-full gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (next.kind === 'file' && strokes.trim() !== '') return onFile(Number(strokes));
        const why = onDo({ depth, ends, code });
        setRefused(why);
        if (why === null) setCode('');
      }}
    >
      {next.kind === 'square' && windows && (
        <span className="grid grid-cols-2 gap-2">
          {field(`squared, ${unit} down`, depth, setDepth, planned)}
          {field('its ends at, degrees', ends, setEnds, 'not said')}
          <span className="col-span-2 text-small text-soft">{solid(depth)}</span>
        </span>
      )}
      {next.kind === 'bag' && field('what its bag says, scanned or typed', code, setCode, 'not asked')}
      <span className="flex gap-2">
        <Button look="brass" type="submit" className="flex-1">
          {next.kind === 'file' && strokes.trim() !== '' ? `Filed ${strokes}` : label} <Kbd>Space</Kbd>
        </Button>
        {next.kind === 'file' && (
          <input
            aria-label="Filed so many instead"
            inputMode="numeric"
            value={strokes}
            placeholder="other"
            onChange={(e) => setStrokes(e.target.value)}
            className="figure min-h-11 w-20 rounded-edge border border-ink/40 bg-page px-2 placeholder:text-soft"
          />
        )}
      </span>
      <Trouble className="font-semibold">{refused}</Trouble>
    </form>
  );
}
