/** Notes of the sound, Hz, and seconds from one to the next. */
const NOTES = [392, 523.25] as const;
const STEP = 0.18;
const RINGING = 0.7;

/** Two soft notes. A browser that lets nothing sound is no error. */
export function ring(): void {
  try {
    const context = new AudioContext();
    NOTES.forEach((frequency, nth) => {
      const tone = new OscillatorNode(context, { frequency, type: 'sine' });
      const volume = new GainNode(context, { gain: 0 });
      const begin = context.currentTime + nth * STEP;
      volume.gain.setValueAtTime(0, begin);
      volume.gain.linearRampToValueAtTime(0.15, begin + 0.02);
      volume.gain.exponentialRampToValueAtTime(0.001, begin + RINGING);
      tone.connect(volume).connect(context.destination);
      tone.start(begin);
      tone.stop(begin + RINGING);
      if (nth === NOTES.length - 1) tone.addEventListener('ended', () => void context.close());
    });
  } catch {
    // The page says so as well.
  }
}

/** Tells it by the browser's own notification, where that is allowed and the page is not looked at. */
export function notifyOutside(text: string): void {
  if (!('Notification' in window) || Notification.permission !== 'granted' || !document.hidden) return;
  new Notification('Aurelfield', { body: text });
}
