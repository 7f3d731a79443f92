/**
 * Words of a complaint, whole ones: `hot` is not in `shot`, nor `lean` in `clean`. A star stands for any ending.
 * @param words each may hold what a regular expression may
 */
export const wholeWords = (...words: readonly string[]): RegExp =>
  new RegExp(
    `(?<![\\p{L}])(?:${words.map((w) => w.replaceAll('*', '\\p{L}*')).join('|')})(?![\\p{L}])`,
    'iu',
  );
