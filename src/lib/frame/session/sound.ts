/** A soft sound, made here: two low tones that fade. */

let context: AudioContext | undefined;

/** Plays it where the browser lets pages sound; says nothing where it does not. */
export function softSound(): void {
	try {
		context ??= new AudioContext();
		// Pages that nobody has touched yet stay silent.
		if (context.state === 'suspended') void context.resume().catch(() => undefined);
		const start = context.currentTime + 0.02;
		for (const [i, frequency] of [392, 523.25].entries()) {
			const tone = context.createOscillator();
			const volume = context.createGain();
			const at = start + i * 0.28;
			tone.frequency.value = frequency;
			volume.gain.setValueAtTime(0, at);
			volume.gain.linearRampToValueAtTime(0.12, at + 0.04);
			volume.gain.exponentialRampToValueAtTime(0.001, at + 0.9);
			tone.connect(volume).connect(context.destination);
			tone.start(at);
			tone.stop(at + 1);
		}
	} catch {
		// No sound on this machine; the sign is there.
	}
}
