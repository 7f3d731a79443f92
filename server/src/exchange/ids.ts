import type { Naming } from '@tribos/core';
import { v7 } from 'uuid';

/** New ids for those of a file, made on first sight. */
export class Ids {
  private readonly map = new Map<string, string>();

  readonly of = (old: string): string => {
    const made = this.map.get(old) ?? v7();
    this.map.set(old, made);
    return made;
  };

  readonly naming: Naming = (_, id) => this.of(id);

  same(old: string, known: string): void {
    this.map.set(old, known);
  }
}
