import {
  aimReason,
  askedText,
  capital,
  formatLength,
  nm,
  oddsWords,
  partOfTicket,
  OUTSIDE_WORKS,
  printedDay,
  withUnit,
  type Block,
  type JobFile,
  type Report,
  type Ticket,
  type TicketStanding,
} from '@tribos/core';
import QRCode from 'qrcode';
import { reportPdf, type Doc, type Paper } from '../reports/index.js';

const BORE = { width: 150, height: 170 } as const;

/** One bore in section: the finished size across it, its cross-hatch, the piston it is for below. */
function drawBore(
  doc: Doc,
  paper: Paper,
  x: number,
  y: number,
  name: string,
  line: Ticket['lines'][number],
  ticket: Ticket,
): void {
  const [left, right, top, bottom] = [x + 45, x + 105, y + 30, y + 115];
  doc.save().lineWidth(0.9).strokeColor(paper.ink);
  doc.rect(left - 18, top, 18, bottom - top).stroke();
  doc.rect(right, top, 18, bottom - top).stroke();
  if (ticket.hatch !== null) {
    const lean = (Math.tan(((ticket.hatch / 2) * Math.PI) / 180) * (right - left)) / 2;
    doc
      .save()
      .rect(left, top, right - left, bottom - top)
      .clip()
      .lineWidth(0.3)
      .strokeColor(paper.soft);
    for (let at = top - 20; at < bottom + 20; at += 9) {
      doc
        .moveTo(left, at + lean)
        .lineTo(right, at - lean)
        .stroke();
      doc
        .moveTo(left, at - lean)
        .lineTo(right, at + lean)
        .stroke();
    }
    doc.restore();
  }
  doc
    .moveTo(left, top - 8)
    .lineTo(right, top - 8)
    .lineWidth(0.7)
    .stroke();
  doc.rect(left + 4, bottom + 8, right - left - 8, 20).stroke();
  doc.restore();
  const centred = (text: string, font: string, size: number, at: number) =>
    doc
      .font(font)
      .fontSize(size)
      .fillColor(paper.ink)
      .text(text, x, at, { width: BORE.width, align: 'center', lineBreak: false });
  const asked = askedText(line, ticket.unit);
  centred(asked ? `${asked} ${ticket.unit}` : 'no size', paper.figures, 11, y + 8);
  if (line.mark) centred(line.mark, paper.words, 8, bottom + 13);
  centred(
    line.piston === null
      ? 'no piston'
      : `piston ${formatLength(nm(line.piston), { unit: ticket.unit, step: 1_000 })} ${ticket.unit}`,
    paper.figures,
    9,
    bottom + 32,
  );
  centred(capital(name), paper.bold, 10, bottom + 44);
}

const wanted = (file: JobFile, ticket: Ticket): readonly string[] => {
  const text = (v: number) => withUnit(nm(v), { unit: ticket.unit, step: 1_000 });
  return [
    ...(ticket.round === null ? [] : [`Out-of-round at most ${text(ticket.round)}.`]),
    ...(ticket.taper === null ? [] : [`Taper at most ${text(ticket.taper)}.`]),
    ...(ticket.hatch === null ? [] : [`Cross-hatch ${ticket.hatch}° included.`]),
    ...(ticket.finish ? [`Finish: ${ticket.finish}.`] : []),
    ...(ticket.deck === null ? [] : [`Deck flat within ${text(ticket.deck)}.`]),
    ...(ticket.chamfer ? ['Port edges chamfered, after the last stone.'] : []),
    ...(ticket.wash ? ['Washed with hot soapy water until a white cloth stays white, oiled at once.'] : []),
    ...(ticket.readings ? ['Return with your readings: each depth, each direction.'] : []),
    ...(file.engine.cylinders.length > 1
      ? ['Each bore is for its own piston: do not change them over.']
      : []),
    ...(ticket.text ? [ticket.text] : []),
  ];
};

/**
 * The ticket as it goes out with the work: the drawing of each bore with its size, one line a cylinder, everything that
 * is wanted besides, a code that opens it here.
 * @param address where it is looked up, for the code
 */
export async function ticketPdf(file: JobFile, { ticket }: TicketStanding, address: string): Promise<Buffer> {
  const code = await QRCode.toBuffer(address, { margin: 0, errorCorrectionLevel: 'M', width: 220 });
  const rows = ticket.lines.map((l) => [
    file.engine.cylinders[l.cylinder]!,
    l.mark,
    l.piston === null ? '–' : withUnit(nm(l.piston), { unit: ticket.unit, step: 1_000 }),
    l.from,
    ((asked) => (asked === null ? '–' : `${asked} ${ticket.unit}`))(askedText(l, ticket.unit)),
    l.aim === null
      ? '–'
      : formatLength(nm(Math.round(l.aim)), {
          unit: ticket.unit,
          step: ticket.unit === 'mm' ? 1_000 : 2_540,
        }),
  ]);
  const kit = file.engine.kits.find((k) => k.id === ticket.kitId);
  const firm = (file.shop.firms ?? []).find((f) => f.name === ticket.firm) ?? null;
  const reasons = new Set(ticket.lines.flatMap((l) => aimReason(l, firm, ticket.unit) ?? []));
  const blocks: Block[] = [
    ...(partOfTicket(ticket)
      ? []
      : [
          {
            kind: 'table' as const,
            heads: ['cylinder', 'mark', 'piston', 'size is', 'finish bore to', 'aim'],
            rows,
          },
        ]),
    ...[...reasons].map((text) => ({ kind: 'text' as const, text })),
    ...(ticket.inside === null
      ? []
      : [
          {
            kind: 'text' as const,
            text: `Comes back usable, by what came back before: ${oddsWords(ticket.inside)}. One too small is honed on.`,
          },
        ]),
  ];
  const report: Report = {
    title: `Ticket: ${OUTSIDE_WORKS[ticket.what]}`,
    subtitle: `${file.shop.name} for ${ticket.firm}, job ${String(file.job.number).padStart(4, '0')}, ${file.job.machine}${kit ? `, ${kit.maker} ${kit.name}` : ''}, written ${printedDay(ticket.at)} by ${ticket.by}`,
    sections: [
      { key: 'sizes', title: 'Sizes', blocks },
      { key: 'wanted', title: 'Wanted', blocks: [{ kind: 'list', items: wanted(file, ticket) }] },
    ],
  };
  return reportPdf(report, ticket.at, ticket.unit, (doc, paper) => {
    const top = doc.y;
    doc.image(code, doc.page.width - paper.margin - 74, top, { width: 74 });
    const bores = partOfTicket(ticket) ? [] : ticket.lines.slice(0, 4);
    bores.forEach((line, i) => {
      const row = Math.floor(i / 2);
      drawBore(
        doc,
        paper,
        paper.margin + (i % 2) * (BORE.width + 20),
        top + row * (BORE.height + 6),
        file.engine.cylinders[line.cylinder]!,
        line,
        ticket,
      );
    });
    doc.x = paper.margin;
    doc.y = top + Math.max(84, Math.ceil(bores.length / 2) * (BORE.height + 6) + 6);
  });
}
