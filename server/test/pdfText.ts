import { inflateSync } from 'node:zlib';

/**
 * What a PDF says, as it would be read off its pages: the texts of its streams through the character maps of its fonts.
 * Enough for what PDFKit writes with fonts of its own; not a reader of PDFs.
 */
export function pdfText(pdf: Buffer): string {
  const raw = pdf.toString('latin1');
  const objects = new Map(
    [...raw.matchAll(/(\d+) 0 obj([\s\S]*?)endobj/gu)].map((m) => [Number(m[1]), m[2]!] as const),
  );
  const stream = (body: string): string => {
    const found = /stream\r?\n([\s\S]*?)\r?\nendstream/u.exec(body)?.[1];
    if (found === undefined) return '';
    const bytes = Buffer.from(found, 'latin1');
    return (body.includes('FlateDecode') ? inflateSync(bytes) : bytes).toString('latin1');
  };
  const fonts = new Map<string, ReadonlyMap<number, string>>();
  for (const body of objects.values())
    for (const [, name, at] of body.matchAll(/\/(F\d+) (\d+) 0 R/gu)) {
      const map = /\/ToUnicode (\d+) 0 R/u.exec(objects.get(Number(at)) ?? '')?.[1];
      if (map) fonts.set(name!, lettersOf(stream(objects.get(Number(map))!)));
    }
  const said: string[] = [];
  for (const body of objects.values()) {
    if (!body.includes('FlateDecode') || body.includes('/Subtype /Image')) continue;
    const content = stream(body);
    let letters: ReadonlyMap<number, string> = new Map();
    for (const m of content.matchAll(/\/(F\d+) [\d.]+ Tf|\[([^\]]*)\] TJ/gu)) {
      if (m[1]) letters = fonts.get(m[1]) ?? letters;
      else
        said.push(
          [...m[2]!.matchAll(/<([0-9a-f]+)>/giu)]
            .flatMap(([, hex]) => hex!.match(/.{4}/gu) ?? [])
            .map((code) => letters.get(Number.parseInt(code, 16)) ?? '?')
            .join(''),
        );
    }
  }
  return said.join(' ');
}

/** Glyphs of a character map, by their number. */
function lettersOf(cmap: string): ReadonlyMap<number, string> {
  const letters = new Map<number, string>();
  for (const [, from, , list] of cmap.matchAll(/<([0-9a-f]+)> <([0-9a-f]+)> \[([^\]]*)\]/giu))
    [...list!.matchAll(/<([0-9a-f]+)>/giu)].forEach(([, hex], i) =>
      letters.set(Number.parseInt(from!, 16) + i, String.fromCharCode(Number.parseInt(hex!, 16))),
    );
  return letters;
}
