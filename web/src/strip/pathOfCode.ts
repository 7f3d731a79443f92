/** Where the code of a label leads inside this application; null where it is none of ours. */
export function pathOfCode(text: string): string | null {
  try {
    const { pathname, search, protocol } = new URL(text);
    return /^https?:$/u.test(protocol) && /^\/jobs\/[0-9a-f-]{36}(\/[a-z-]+)?$/u.test(pathname)
      ? pathname + search
      : null;
  } catch {
    return null;
  }
}
