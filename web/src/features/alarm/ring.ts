// The bell. Sounds are laid ahead on the audio clock, which goes on when a hidden page's own timers are slowed down.

const EVERY_S = 6;
/** Laid ahead for this long; a page that is awake lays on before it ends. */
const AHEAD_S = 180;

let context: AudioContext | undefined;
let laid: OscillatorNode[] = [];

const AudioContextOf = (): typeof AudioContext | undefined =>
  typeof window === 'undefined' ? undefined : window.AudioContext;

export type Sound = 'on' | 'blocked' | 'impossible';

/** Whether a sound would be heard now. A browser keeps a page silent until it has been touched. */
export function soundNow(): Sound {
  if (!AudioContextOf()) return 'impossible';
  return context?.state === 'running' ? 'on' : 'blocked';
}

/** From a touch or a key: lets the page make sounds. */
export async function allowSound(): Promise<Sound> {
  const Context = AudioContextOf();
  if (!Context) return 'impossible';
  context ??= new Context();
  await context.resume().catch(() => undefined);
  return soundNow();
}

export function quiet(): void {
  for (const o of laid) {
    try {
      o.stop();
    } catch {
      // It has not begun or is over.
    }
  }
  laid = [];
}

/** Rings from a moment on, again and again, instead of what was laid before. */
export function ringFrom(inMs: number): void {
  quiet();
  if (!context || context.state !== 'running') return;
  const first = context.currentTime + Math.max(0.05, inMs / 1000);
  for (let t = 0; t < AHEAD_S; t += EVERY_S) strike(context, first + t);
}

/** Once, to hear whether it is loud enough. */
export function ringOnce(): void {
  if (context?.state === 'running') strike(context, context.currentTime + 0.05);
}

/** Two falling notes, as of a small bell. */
function strike(ctx: AudioContext, at: number): void {
  for (const [i, hz] of [880, 660].entries()) {
    const from = at + i * 0.35;
    const tone = ctx.createOscillator();
    const volume = ctx.createGain();
    tone.type = 'triangle';
    tone.frequency.value = hz;
    volume.gain.setValueAtTime(0.0001, from);
    volume.gain.exponentialRampToValueAtTime(0.6, from + 0.02);
    volume.gain.exponentialRampToValueAtTime(0.0001, from + 0.9);
    tone.connect(volume).connect(ctx.destination);
    tone.start(from);
    tone.stop(from + 1);
    laid.push(tone);
  }
}
