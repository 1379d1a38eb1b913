/** Two tones rising for a new ticket, falling for a void; in Hz. */
const TONES = { ticket: [660, 880], void: [520, 330] } as const;
const TONE_SECONDS = 0.16;
const LOUDNESS = 0.25;

/** The sounds of the pass. A browser is silent until somebody has touched the page. */
export class Chime {
  #context: AudioContext | undefined;

  play(kind: keyof typeof TONES): void {
    const context = (this.#context ??= new AudioContext());
    void context.resume();
    TONES[kind].forEach((frequency, i) => {
      const begin = context.currentTime + i * TONE_SECONDS;
      const [tone, gain] = [context.createOscillator(), context.createGain()];
      tone.frequency.value = frequency;
      gain.gain.setValueAtTime(LOUDNESS, begin);
      gain.gain.exponentialRampToValueAtTime(0.001, begin + TONE_SECONDS);
      tone.connect(gain).connect(context.destination);
      tone.start(begin);
      tone.stop(begin + TONE_SECONDS);
    });
  }

  close(): void {
    void this.#context?.close();
  }
}
