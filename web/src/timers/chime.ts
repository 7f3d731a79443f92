/** Two tones, once; silent where the device allows none before it was touched. */
export function chime(): void {
  try {
    const audio = new AudioContext();
    [660, 880].forEach((pitch, i) => {
      const tone = audio.createOscillator();
      const loud = audio.createGain();
      const at = audio.currentTime + i * 0.25;
      tone.frequency.value = pitch;
      loud.gain.setValueAtTime(0.2, at);
      loud.gain.exponentialRampToValueAtTime(0.001, at + 0.6);
      tone.connect(loud).connect(audio.destination);
      tone.start(at);
      tone.stop(at + 0.6);
    });
    setTimeout(() => void audio.close(), 1_500);
  } catch {
    // No sound here: the top line says it as well.
  }
}
