import type { AnyEntry, EntryKind, JobFile } from '@tribos/core';
import { bodyMisfits } from '@tribos/core';
import type { DefaultValues, FieldValues } from 'react-hook-form';
import { useCheckedForm } from '../forms/index.js';
import { post } from '../outbox/index.js';
import { newEntry } from './entry.js';
import { logEntryOf } from './logEntryOf.js';

/**
 * A form that writes one entry of the log, checked by what reads it: the kind’s own record in the core.
 * @param toFields what was typed as what is sent; may throw `FieldTrouble`
 * @param fieldAt  the field of the form for a place in the entry, where its name is another
 */
export function useEntryForm<
  V extends FieldValues,
  E extends AnyEntry,
  B extends { readonly id: string; readonly at: string },
>(
  file: JobFile,
  kind: EntryKind<E, B>,
  defaults: DefaultValues<V>,
  toFields: (values: V) => Omit<B, 'id' | 'at' | 'kind'>,
  fieldAt: Readonly<Record<string, string>> = {},
) {
  const fieldOf = (path: string): string => fieldAt[path] ?? path.slice(path.lastIndexOf('/') + 1);
  const form = useCheckedForm<V>(defaults, (values) => {
    const entry = newEntry(kind, toFields(values));
    const misfit = bodyMisfits(entry)[0];
    if (misfit) return { [fieldOf(misfit.path)]: misfit.sentence };
    const read = logEntryOf(file, entry, '');
    return read.ok ? {} : { [fieldOf(read.path)]: read.sentence };
  });
  return {
    ...form,
    /** For the form's own submit: writes the entry when nothing is wrong with it. */
    keep: (done: () => void) =>
      form.handleSubmit((values) => {
        void post(file.job.id, [newEntry(kind, toFields(values))]);
        done();
      }),
  };
}
