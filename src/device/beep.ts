let context: AudioContext | undefined;

/** Makes ready to sound: browsers let a page do so only from within a touch. */
export function mayBeep(): void {
  if (typeof AudioContext === "undefined") return;
  context ??= new AudioContext();
  void context.resume();
}

/** Two short tones and a buzz in the hand: heard over an engine, and felt through a glove. */
export function beep(): void {
  navigator.vibrate?.([250, 100, 250]);
  if (context === undefined) return;
  for (const [at, hz] of [
    [0, 880],
    [0.28, 1320],
  ] as const) {
    const tone = context.createOscillator();
    const loud = context.createGain();
    tone.frequency.value = hz;
    loud.gain.value = 0.4;
    tone.connect(loud).connect(context.destination);
    tone.start(context.currentTime + at);
    tone.stop(context.currentTime + at + 0.2);
  }
}
