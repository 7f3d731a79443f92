/** What somebody said, and who brought it in where it comes from a file. */
export interface Signed {
  readonly by: string;
  /** Who brought in the file it comes from; null where it was said in this shop. */
  readonly importedBy: string | null;
}

/**
 * Who said something, as every sentence names them: nobody of another shop passes for one of this.
 * @example whoOf({ by: 'Ann', importedBy: null }) // 'Ann'
 * @example whoOf({ by: 'Ann', importedBy: 'Ben' }) // 'Ann (in a file Ben brought in)'
 */
export const whoOf = ({ by, importedBy }: Signed): string =>
  importedBy === null ? by : `${by} (in a file ${importedBy} brought in)`;
