/** The sound of a timer: put on the audio clock ahead of time, so that a hidden page rings too. */

let audio: AudioContext | null = null;
let planned: OscillatorNode[] = [];

const BEEPS = 6;
const [PITCH, LENGTH, GAP] = [880, 0.25, 0.5];

/** Sound may only begin after a tap; every tap at the Stove comes by here. */
export function allowSound(): void {
  if (typeof AudioContext === 'undefined') return;
  audio ??= new AudioContext();
  if (audio.state === 'suspended') void audio.resume();
}

export function soundIsOn(): boolean {
  return audio?.state === 'running';
}

/** Plan the rings anew: the moments are milliseconds from now. */
export function planRings(moments: number[]): void {
  for (const node of planned) {
    try {
      node.stop();
    } catch {
      // It has already rung.
    }
  }
  planned = [];
  if (!audio) return;
  for (const moment of moments.filter((one) => one > 0)) {
    for (let beep = 0; beep < BEEPS; beep += 1) {
      const at = audio.currentTime + moment / 1000 + beep * GAP;
      const [node, loudness] = [audio.createOscillator(), audio.createGain()];
      node.frequency.value = PITCH;
      loudness.gain.value = 0.4;
      node.connect(loudness).connect(audio.destination);
      node.start(at);
      node.stop(at + LENGTH);
      planned.push(node);
    }
  }
}
