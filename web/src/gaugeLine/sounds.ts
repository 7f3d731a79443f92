import { handsFree } from './handsFree.js';

let context: AudioContext | null = null;

function tone(frequency: number, ms: number): void {
  try {
    context ??= new AudioContext();
    const oscillator = context.createOscillator();
    const gain = context.createGain();
    oscillator.frequency.value = frequency;
    gain.gain.setValueAtTime(0.15, context.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, context.currentTime + ms / 1000);
    oscillator.connect(gain).connect(context.destination);
    oscillator.start();
    oscillator.stop(context.currentTime + ms / 1000);
  } catch {
    // A bench without a loudspeaker measures as well.
  }
}

/** A reading was taken. */
export const tick = (): void => void (handsFree().sounds && tone(1_800, 60));
/** Something is asked. */
export const ask = (): void => void (handsFree().sounds && tone(420, 180));

/** Reads a value back, digit by digit after the point, in the voice of the device. */
export function speak(text: string): void {
  if (!handsFree().speech || typeof speechSynthesis === 'undefined') return;
  speechSynthesis.cancel();
  const [whole, decimals] = text.split(/[.,]/u);
  speechSynthesis.speak(
    new SpeechSynthesisUtterance(decimals === undefined ? text : `${whole} point ${[...decimals].join(' ')}`),
  );
}
