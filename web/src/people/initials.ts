/** `TA` of Tomasz Arden. */
export const initials = (name: string): string =>
  name
    .split(/\s+/u)
    .filter(Boolean)
    .map((word) => word[0]!.toUpperCase())
    .filter((_, i, all) => i === 0 || i === all.length - 1)
    .join('');
