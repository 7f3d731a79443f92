import { useState } from 'react';
import { wantsOf } from '@tribos/core/house';
import { jobKind } from '@tribos/core/ground';
import { CAUTIONS, inScope, listsOf, SCOPES, scopesFor, type Scope } from '@tribos/core/strip';
import { useMay } from '../people/index.js';
import { ToolList, type useTools } from '../tools/index.js';
import { Asked } from '../sheetLines/index.js';
import { Button } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** How far it comes apart, by which list; the tools it wants before the first bolt. */
export function Begin({ strip, tools }: { strip: Strip; tools: ReturnType<typeof useTools> }) {
  const { engine } = strip.file;
  const mayDo = useMay('measure');
  const lists = listsOf(engine);
  const [list, setList] = useState<'sheet' | 'general'>(lists.sheet ? 'sheet' : 'general');
  const [look, setLook] = useState(false);
  const from = (list === 'sheet' ? lists.sheet : null) ?? lists.general;
  const scopes = scopesFor(strip.file);
  const choice = 'min-h-11 border-b-3 px-3';
  const on = (is: boolean) => (is ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft');
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <section className="bg-sheet p-4" aria-label="How far">
        <h2 className="text-title font-semibold">How far does it come apart?</h2>
        <div className="my-2 flex flex-wrap gap-x-6">
          <p role="group" aria-label="Which list">
            {lists.sheet && (
              <button
                type="button"
                aria-pressed={list === 'sheet'}
                className={`${choice} ${on(list === 'sheet')}`}
                onClick={() => setList('sheet')}
              >
                list of this engine
              </button>
            )}
            <button
              type="button"
              aria-pressed={list === 'general'}
              className={`${choice} ${on(list === 'general')}`}
              onClick={() => setList('general')}
            >
              general list for its kind
            </button>
          </p>
          <p role="group" aria-label="What for">
            <button
              type="button"
              aria-pressed={!look}
              className={`${choice} ${on(!look)}`}
              onClick={() => setLook(false)}
            >
              to rebuild
            </button>
            <button
              type="button"
              aria-pressed={look}
              className={`${choice} ${on(look)}`}
              onClick={() => setLook(true)}
            >
              for a look
            </button>
          </p>
        </div>
        <ul className="border-t border-ink/60">
          {scopes.map((scope: Scope) => {
            const sections = inScope(from, scope, jobKind(strip.file));
            const steps = sections.flatMap((s) => s.steps);
            return (
              <li key={scope} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
                <div className="min-w-0 flex-1">
                  <p className="text-lead font-semibold first-letter:uppercase">{SCOPES[scope]}</p>
                  <p className="text-small text-soft">
                    {steps.length} steps, {steps.filter((s) => s.stop).length} of them asked:{' '}
                    {sections.map((s) => s.name.toLowerCase()).join(', ')}
                  </p>
                </div>
                {mayDo && (
                  <Button
                    look={scope === scopes[0] ? 'brass' : 'line'}
                    onClick={() => strip.begin(scope, list, look ? 'look' : 'rebuild')}
                  >
                    Begin: {SCOPES[scope].split(':')[0]}
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
        <p className="mt-3 text-small text-soft">
          {CAUTIONS.machine} The maker’s manual for this exact engine comes first.
        </p>
      </section>
      <div className="bg-sheet p-4">
        <ToolList tools={tools.tools} say={tools.say} />
        {tools.tools.length === 0 && (
          <p className="text-soft">
            No special tool is on file for this engine: none, or nobody listed them.
          </p>
        )}
        <Asked file={strip.file} quiet wants={wantsOf(strip.file, ['strip'])} />
      </div>
    </div>
  );
}
