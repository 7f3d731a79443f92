// Taken once: in the loops below looking them up each time is most of the time.
const { imul } = Math;
/** Uniform numbers that are the same on every machine for the same seed. */
export interface Random {
  /** Uniform in (0, 1), never 0 or 1, on a grid of 2⁻³². */
  readonly uniform: () => number;
  /** Puts the next `count` numbers into a column, the very ones `uniform` would give. */
  readonly fill: (into: Float64Array, count: number) => void;
}

/** Four 32-bit words. */
export type Seed = readonly [number, number, number, number];

/** Mixes a word into a stream of well-spread words (Steele, Lea, Flood: SplitMix, 32-bit finaliser). */
function splitMix(start: number): () => number {
  let state = start | 0;
  return () => {
    state = (state + 0x9e3779b9) | 0;
    let z = state;
    z = imul(z ^ (z >>> 16), 0x21f0aaad);
    z = imul(z ^ (z >>> 15), 0x735a2d97);
    return (z ^ (z >>> 15)) >>> 0;
  };
}

/**
 * Seed of a text: every character changes every word (FNV-1a over four offsets, then mixed).
 * Not a cryptographic hash; it only has to spread inputs over seeds.
 */
export function seedOf(text: string): Seed {
  const words = [0x811c9dc5, 0x01234567, 0x89abcdef, 0x5bd1e995];
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    for (let w = 0; w < 4; w += 1) words[w] = imul(words[w]! ^ (code + w * 0x101), 0x01000193);
  }
  const [a, b, c, d] = words.map((w, i) => splitMix(w + i)());
  return [a!, b!, c!, d!];
}

/** Seed of one block of a run, so that blocks can be drawn in any order or side by side. */
export function blockSeed(seed: Seed, block: number): Seed {
  const next = splitMix(seed[0] ^ imul(block + 1, 0x9e3779b1));
  return [
    (seed[0] ^ next()) >>> 0,
    (seed[1] ^ next()) >>> 0,
    (seed[2] ^ next()) >>> 0,
    (seed[3] ^ next()) >>> 0,
  ];
}

/** Generator xoshiro128** 1.1 (Blackman and Vigna). An all-zero seed, which would stand still, is replaced. */
export function xoshiro128ss(seed: Seed): Random {
  // In a typed array: words of 32 bits kept as plain variables would be boxed, ten times slower.
  const s = Int32Array.from(seed);
  if ((s[0]! | s[1]! | s[2]! | s[3]!) === 0) s[0] = 0x9e3779b9;
  return {
    uniform: () => {
      const b = s[1]!;
      const five = imul(b, 5);
      const result = imul((five << 7) | (five >>> 25), 9) >>> 0;
      const c = s[2]! ^ s[0]!;
      const d = s[3]! ^ b;
      s[1] = b ^ c;
      s[0] = s[0]! ^ d;
      s[2] = c ^ (b << 9);
      s[3] = (d << 11) | (d >>> 21);
      return (result + 0.5) / 4294967296;
    },
    fill: (into, count) => {
      // Within one loop the words stay in registers.
      let [s0, s1, s2, s3] = [s[0]!, s[1]!, s[2]!, s[3]!];
      for (let i = 0; i < count; i += 1) {
        const five = imul(s1, 5);
        into[i] = ((imul((five << 7) | (five >>> 25), 9) >>> 0) + 0.5) / 4294967296;
        const c = s2 ^ s0;
        const d = s3 ^ s1;
        const shifted = s1 << 9;
        s1 ^= c;
        s0 ^= d;
        s2 = c ^ shifted;
        s3 = (d << 11) | (d >>> 21);
      }
      s[0] = s0;
      s[1] = s1;
      s[2] = s2;
      s[3] = s3;
    },
  };
}
