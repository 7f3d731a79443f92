import type { ReactNode } from 'react';
import type { Draft } from './draft.js';

/** How one field is asked for: its words. What may be answered its description says. */
export interface Ask {
  readonly label: string;
  readonly hint?: ReactNode;
  /** Its choices in words, in the order they are offered; those not named are not offered. */
  readonly words?: Readonly<Record<string, string>>;
  /** What a number or an id is chosen among. */
  readonly among?: readonly (readonly [value: string | number, name: string, isTaken?: boolean])[];
  /** What it is called to give no answer, where none is needed. */
  readonly none?: string;
  /** Side by side with its neighbours: two or three in a row. */
  readonly beside?: 1 | 2 | 3;
  readonly looks?: 'figure' | 'long' | 'date' | 'buttons' | 'tick';
  readonly placeholder?: string;
  /** It has the focus when the form opens. */
  readonly first?: boolean;
  /** Fields of a record. */
  readonly of?: Readonly<Record<string, Ask>>;
  /** Drawn rather than typed. */
  readonly draw?: (is: Draft, set: (to: Draft) => void, error: string | undefined) => ReactNode;
}

export type Asks = Readonly<Record<string, Ask>>;
/** Some fields of what is sent, each with its words. */
export type AsksOf<B> = { readonly [K in keyof Omit<B, 'id' | 'at' | 'kind'>]?: Ask };
