import { store } from '../kit/store.js';

/** Ticks are laid this far ahead, s: a page in the background is woken once a second at most. */
const AHEAD = 3;
const WAKE_MS = 900;

/** Full cycles a minute it beats for; null while it is silent. */
const beating = store<number | null>(null);
export const useBeat = beating.use;

let context: AudioContext | null = null;
let timer: ReturnType<typeof setInterval> | undefined;
let next = 0;
let down = true;
let laid: OscillatorNode[] = [];

function lay(at: number, low: boolean): void {
  const oscillator = context!.createOscillator();
  const gain = context!.createGain();
  oscillator.frequency.value = low ? 880 : 1_320;
  gain.gain.setValueAtTime(0.2, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + 0.06);
  oscillator.connect(gain).connect(context!.destination);
  oscillator.start(at);
  oscillator.stop(at + 0.07);
  laid.push(oscillator);
  oscillator.onended = () => (laid = laid.filter((o) => o !== oscillator));
}

function layAhead(halfCycle: number): void {
  while (next < context!.currentTime + AHEAD) {
    lay(next, down);
    down = !down;
    next += halfCycle;
  }
}

/** Beats the stroke, one tick at each turn of it, by the clock of the loudspeaker; on without line and in the background. */
export function beat(cycles: number): void {
  silence();
  beating.set(cycles);
  try {
    context ??= new AudioContext();
    void context.resume();
    next = context.currentTime + 0.05;
    down = true;
    const half = 30 / cycles;
    layAhead(half);
    timer = setInterval(() => layAhead(half), WAKE_MS);
  } catch {
    // A bench without a loudspeaker follows the mark.
  }
}

export function silence(): void {
  clearInterval(timer);
  for (const oscillator of laid) oscillator.stop();
  laid = [];
  beating.set(null);
}
