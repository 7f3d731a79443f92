import { createRequire } from 'node:module';
import {
  isFigureCell,
  printedDay,
  type Block,
  type LengthUnit,
  type Overall,
  type Report,
} from '@tribos/core';
import PDFDocument from 'pdfkit';
import { drawStrip } from './drawStrip.js';

const require = createRequire(import.meta.url);
const face = (family: string, weight: number) =>
  require.resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`);

const WORDS = 'words';
const BOLD = 'bold';
const FIGURES = 'figures';
const MARGIN = 48;
const INK = '#17212C';
const SOFT = '#52606D';
const RULE = '#CBC7BB';
const COLOURS: Record<Overall, string> = {
  within: '#136346',
  undecided: '#7A5200',
  beyond: '#A82317',
  noLimit: SOFT,
  unread: SOFT,
};
const NAMES: Record<Overall, string> = {
  within: 'within',
  undecided: 'undecided',
  beyond: 'beyond',
  noLimit: 'no limit on file',
  unread: 'not read',
};

export type Doc = InstanceType<typeof PDFDocument>;

/** Fonts and inks of the house on paper. */
const PAPER = { words: WORDS, bold: BOLD, figures: FIGURES, margin: MARGIN, ink: INK, soft: SOFT } as const;
export type Paper = typeof PAPER;

const width = (doc: Doc): number => doc.page.width - 2 * MARGIN;

/** Room for so many points, or a new page. */
function need(doc: Doc, points: number): void {
  if (doc.y + points > doc.page.height - MARGIN) doc.addPage();
}

/** A ring and a dot: inside, on the line, outside; a dashed ring without one has no limit on file. */
function mark(doc: Doc, state: Overall, x: number, y: number): void {
  doc.save().lineWidth(1.2).strokeColor(COLOURS[state]);
  if (state === 'noLimit' || state === 'unread') doc.dash(2, { space: 1.6 });
  doc.circle(x, y, 4.2).stroke().undash();
  const dot = { within: [0, 0], undecided: [0, -4.2], beyond: [7.4, 0] }[state as 'within'];
  if (dot) doc.circle(x + dot[0]!, y + dot[1]!, 2).fill(COLOURS[state]);
  doc.restore();
}

function table(doc: Doc, { heads, rows }: Extract<Block, { kind: 'table' }>): void {
  const columns = Math.max(heads.length, ...rows.map((r) => r.length));
  const first = columns > 2 ? 0.32 : 0.28;
  const widths = Array.from({ length: columns }, (_, i) =>
    i === 0 ? first * width(doc) : ((1 - first) * width(doc)) / (columns - 1),
  );
  const line = (cells: readonly string[], font: (i: number) => string, colour: string) => {
    const height = Math.max(
      ...cells.map((c, i) =>
        doc
          .font(font(i))
          .fontSize(9)
          .heightOfString(c || ' ', { width: widths[i]! - 6 }),
      ),
    );
    need(doc, height + 8);
    const top = doc.y + 3;
    let x = MARGIN;
    cells.forEach((c, i) => {
      doc
        .font(font(i))
        .fontSize(9)
        .fillColor(colour)
        .text(c, x, top, { width: widths[i]! - 6 });
      x += widths[i]!;
    });
    doc.x = MARGIN;
    doc.y = top + height + 2;
    doc
      .moveTo(MARGIN, doc.y)
      .lineTo(MARGIN + width(doc), doc.y)
      .lineWidth(0.4)
      .strokeColor(RULE)
      .stroke();
  };
  if (heads.length > 0) line(heads, () => WORDS, SOFT);
  for (const row of rows) line(row, (i) => (isFigureCell(row[i] ?? '') ? FIGURES : WORDS), INK);
  doc.moveDown(0.6);
}

function block(doc: Doc, b: Block, unit: LengthUnit): void {
  switch (b.kind) {
    case 'text':
      need(doc, 24);
      doc
        .font(WORDS)
        .fontSize(10.5)
        .fillColor(INK)
        .text(b.text, MARGIN, doc.y, { width: width(doc) });
      return void doc.moveDown(0.4);
    case 'list':
      for (const item of b.items) {
        need(doc, 24);
        doc
          .font(WORDS)
          .fontSize(10)
          .fillColor(INK)
          .text(`– ${item}`, MARGIN, doc.y, { width: width(doc) });
        doc.moveDown(0.2);
      }
      return;
    case 'table':
      return table(doc, b);
    case 'verdict': {
      need(doc, b.figures ? 70 : 44);
      mark(doc, b.state, MARGIN + 6, doc.y + 6);
      doc
        .font(BOLD)
        .fontSize(10.5)
        .fillColor(COLOURS[b.state])
        .text(NAMES[b.state], MARGIN + 22, doc.y, { continued: true })
        .fillColor(INK)
        .text(`  ${b.headline}`, { width: width(doc) - 22 });
      if (b.figures) drawStrip(doc, PAPER, b.figures, unit);
      for (const detail of b.details)
        doc
          .font(WORDS)
          .fontSize(9)
          .fillColor(SOFT)
          .text(detail, MARGIN + 22, doc.y, { width: width(doc) - 22 });
      doc.x = MARGIN;
      doc.moveDown(0.5);
    }
  }
}

/**
 * A report as a PDF, A4, in the fonts of the house.
 * @param at   what is printed as the day it was made, ISO time
 * @param unit lengths of its strips are printed in
 * @param picture  draws what stands above the sections, and leaves `doc.y` below it
 */
export async function reportPdf(
  report: Report,
  at: string,
  unit: LengthUnit,
  picture: (doc: Doc, paper: Paper) => void = () => undefined,
): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: { Title: report.title, CreationDate: new Date(at) },
  });
  const parts: Buffer[] = [];
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', resolve);
    doc.on('error', reject);
  });
  doc.registerFont(WORDS, face('atkinson-hyperlegible-next', 400));
  doc.registerFont(BOLD, face('atkinson-hyperlegible-next', 700));
  doc.registerFont(FIGURES, face('atkinson-hyperlegible-mono', 400));
  doc.font(BOLD).fontSize(20).fillColor(INK).text(report.title);
  doc
    .font(WORDS)
    .fontSize(11)
    .fillColor(SOFT)
    .text(`${report.subtitle}, ${printedDay(at)}`)
    .moveDown(1);
  picture(doc, PAPER);
  report.sections.forEach((section) => {
    need(doc, 60);
    doc.font(BOLD).fontSize(13).fillColor('#1D3B70').text(section.title, MARGIN, doc.y);
    doc
      .moveTo(MARGIN, doc.y + 2)
      .lineTo(MARGIN + width(doc), doc.y + 2)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    doc.y += 8;
    for (const b of section.blocks) block(doc, b, unit);
    doc.moveDown(0.6);
  });
  const { start, count } = doc.bufferedPageRange();
  for (let i = 0; i < count; i += 1) {
    doc.switchToPage(start + i);
    // Below the margin, where text would otherwise begin another page.
    doc.page.margins.bottom = 0;
    doc
      .font(WORDS)
      .fontSize(8.5)
      .fillColor(SOFT)
      .text(`${report.title} · page ${i + 1} of ${count}`, MARGIN, doc.page.height - 32, {
        lineBreak: false,
      });
  }
  doc.end();
  await ended;
  return Buffer.concat(parts);
}
