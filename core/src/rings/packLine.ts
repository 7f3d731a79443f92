import type { GappedRing } from '../cylinder/index.js';
import {
  FIGURE,
  lineLength,
  printedLength,
  unreadLine,
  type PageContext,
  type PartLine,
} from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import type { PackRing, RingPack, RingSection } from './pack.js';

interface Packs {
  readonly packs: readonly RingPack[];
}

const BEGINS = /^(?:piston )?rings?\s*:\s*(.+)$/iu;
const RING = new RegExp(
  String.raw`^(top|first|1st|second|2nd|oil)(?:\s+ring)?(?:\s+(${FIGURE})\s*(mm|in\b|inch|["″])?)?\s*(.*)$`,
  'iu',
);
const SECTION: readonly (readonly [RegExp, RingSection])[] = [
  [/\bsemi-?keystone\b/iu, 'semi-keystone'],
  [/\bkeystone\b/iu, 'keystone'],
  [/\bl-?shaped\b/iu, 'l-shaped'],
  [/\bbarrel(?:[- ]?faced)?\b/iu, 'barrel'],
  [/\btaper(?:ed)?(?:[- ]?faced)?\b/iu, 'taper'],
  [/\b(?:rectangular|plain|square)\b/iu, 'rectangular'],
];
const SAID: Readonly<Record<RingSection, string>> = {
  rectangular: 'plain',
  barrel: 'barrel',
  taper: 'taper',
  'l-shaped': 'L-shaped',
  keystone: 'keystone',
  'semi-keystone': 'semi-keystone',
  rail: 'rail',
};
const MARK = /\bmark(?:ed)?\s+["“]?([A-Za-z0-9]{1,8})["”]?(?:\s+up)?\b/iu;
const POINTS = /^(arrow|dot|cut|mark|letters?|pin offset)\s+(?:to|towards?)\s+(.+)$/iu;
const PIECES = /\b(?:three|3)[- ]?piece\b|\brails?\b|\bexpander\b/iu;

/** Where a word points, degrees from the engine's zero; null where nobody can tell. */
function pointsTo(word: string, { engine: { zeroAt } }: PageContext): number | null {
  const plain = word.toLowerCase().trim();
  const degrees = /^(\d{1,3})\s*°?$/u.exec(plain);
  if (degrees) return Number(degrees[1]) % 360;
  if (plain === zeroAt.toLowerCase()) return 0;
  const opposite: Readonly<Record<string, string>> = {
    exhaust: 'intake',
    intake: 'exhaust',
    front: 'rear',
    rear: 'front',
  };
  return opposite[plain] === zeroAt.toLowerCase() ? 180 : null;
}

interface ReadRing {
  readonly ring: PackRing;
  readonly isSectionSaid: boolean;
}

function ringOf(ring: GappedRing, height: number | null, words: string): ReadRing {
  const mark = MARK.exec(words)?.[1] ?? null;
  const rest = words.replace(MARK, ' ');
  const section = SECTION.find(([re]) => re.test(rest));
  const face = (section ? rest.replace(section[0], ' ') : rest).replace(/[\s,]+/gu, ' ').trim();
  return {
    ring: {
      ring,
      height: height as PackRing['height'],
      section: section?.[1] ?? (ring.endsWith('rail') ? 'rail' : 'rectangular'),
      face,
      mark,
    },
    isSectionSaid: section !== undefined,
  };
}

const ringText = ({ ring, height, section, face, mark }: PackRing, unit: LengthUnit): string =>
  [
    ring,
    ...(height === null ? [] : [printedLength(height, unit)]),
    SAID[section],
    ...(face === '' ? [] : [face]),
    ...(mark === null ? [] : [`mark ${mark} up`]),
  ].join(' ');

/**
 * The rings of one maker's piston as one line, top first, and where the piston's own mark points:
 * `rings: top 1.2 barrel mark N up; second 1.5 taper; oil three-piece; arrow to exhaust`
 */
export const packLine: PartLine<Packs> = {
  like: 'rings: top 1.2 barrel mark N up; second 1.5 taper; oil three-piece; arrow to exhaust',
  read(line, page) {
    const found = BEGINS.exec(line);
    if (!found) return null;
    const rings: ReadRing[] = [];
    let expander = false;
    let mark: RingPack['mark'] | null = null;
    for (const piece of found[1]!.split(/;\s*/u).filter((p) => p.trim() !== '')) {
      const points = POINTS.exec(piece.trim());
      if (points) {
        const at = pointsTo(points[2]!, page);
        if (at === null)
          return unreadLine(
            `Where is “${points[2]}” on this engine? Its 0° is ${page.engine.zeroAt}: say that, or degrees clockwise from it.`,
          );
        mark = { is: points[1]!.toLowerCase(), at };
        continue;
      }
      const ring = RING.exec(piece.trim());
      if (!ring) return unreadLine(`“${piece.trim()}” is no ring: top, second or oil, its height, its form.`);
      const height = ring[2] === undefined ? null : lineLength(ring[2], ring[3], page.unit);
      if (ring[2] !== undefined && (height === null || height > 10_000_000))
        return unreadLine(`“${piece.trim()}”: that is no height of a ring.`);
      const which = ring[1]!.toLowerCase();
      if (which === 'oil') {
        if (!PIECES.test(ring[4]!))
          return unreadLine(
            'Of the oil ring: is it three-piece, two rails and an expander? Say “oil three-piece”, or leave it out.',
          );
        expander = true;
        const words = ring[4]!.replace(
          /\b(?:three|3)[- ]?piece\b|\brails?\b|\bexpander\b|\b(?:two|2|and|with)\b/giu,
          ' ',
        );
        rings.push(ringOf('upper-rail', height, words), ringOf('lower-rail', height, words));
      } else rings.push(ringOf(/^(?:top|first|1st)$/u.test(which) ? 'top' : 'second', height, ring[4]!));
    }
    if (rings.length === 0) return unreadLine(`Which rings are there? Like ${packLine.like}.`);
    const names = rings.map((r) => r.ring.ring);
    if (new Set(names).size < names.length) return unreadLine('One ring stands there twice.');
    const own = rings.filter((r) => !r.ring.ring.endsWith('rail'));
    const oil = rings.find((r) => r.ring.ring === 'upper-rail');
    const bare = own.filter((r) => !r.isSectionSaid).map((r) => r.ring.ring);
    const points = mark ?? { is: 'mark', at: 0 };
    return {
      ok: true,
      says: `rings: ${[
        ...own.map((r) => ringText(r.ring, page.unit)),
        ...(oil
          ? [
              [
                'oil',
                ...(oil.ring.height === null ? [] : [printedLength(oil.ring.height, page.unit)]),
                'three-piece',
                ...(oil.ring.face === '' ? [] : [oil.ring.face]),
              ].join(' '),
            ]
          : []),
        `${points.is} to ${points.at}°`,
      ].join('; ')}`,
      notes:
        bare.length > 0
          ? [
              `Taken as plain, of ${bare.join(' and ')}: say barrel, taper, keystone or L-shaped where it is not.`,
            ]
          : [],
      questions: mark
        ? []
        : [
            {
              code: 'mark',
              sentence: `Where does the piston's mark point? Add “arrow to ${page.engine.zeroAt}”. Left as it is, to 0°, ${page.engine.zeroAt}.`,
            },
          ],
      into: (before, source) => {
        const was = before?.packs.find((p) => p.piston === page.party);
        const pack: RingPack = {
          gapDepth: null,
          clock: null,
          pegs: [],
          hatch: null,
          ...was,
          piston: page.party,
          maker: was?.maker ?? page.party,
          rings: rings.map((r) => r.ring),
          expander,
          mark: mark ?? was?.mark ?? points,
          source,
        };
        return { packs: [...(before?.packs ?? []).filter((p) => p !== was), pack] };
      },
    };
  },
};
