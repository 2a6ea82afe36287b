/** What a phone can do to be noticed on the floor: a tone made by code, a buzz, a voice. All of it may be missing. */
export type Signals = { sound: boolean; vibration: boolean; voice: boolean }

const key = 'sturvo.signals'
export const usualSignals: Signals = { sound: true, vibration: true, voice: false }

export function readSignals(): Signals {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Signals>
    return { ...usualSignals, ...kept }
  } catch {
    return usualSignals
  }
}
export function keepSignals(signals: Signals): void {
  try {
    localStorage.setItem(key, JSON.stringify(signals))
  } catch {
    // not remembered; they hold as long as the page is open
  }
}

let audio: AudioContext | undefined

/** Browsers let a page sound only after a tap: called from one. */
export function wakeSound(): void {
  audio ??= typeof AudioContext === 'undefined' ? undefined : new AudioContext()
  void audio?.resume()
}

function tone(hz: number, seconds: number): void {
  if (!audio || audio.state !== 'running') return
  const [osc, gain] = [audio.createOscillator(), audio.createGain()]
  osc.frequency.value = hz
  gain.gain.setValueAtTime(0.0001, audio.currentTime)
  gain.gain.exponentialRampToValueAtTime(0.25, audio.currentTime + 0.02)
  gain.gain.exponentialRampToValueAtTime(0.0001, audio.currentTime + seconds)
  osc.connect(gain).connect(audio.destination)
  osc.start()
  osc.stop(audio.currentTime + seconds)
}

export function signal(kind: 'work' | 'ready' | 'tick' | 'end', signals: Signals, spoken?: string): void {
  if (signals.sound)
    tone(
      kind === 'work' ? 660 : kind === 'end' ? 880 : kind === 'ready' ? 440 : 520,
      kind === 'tick' ? 0.08 : 0.35,
    )
  if (signals.vibration && kind !== 'tick') navigator.vibrate?.(kind === 'end' ? [200, 100, 200] : 150)
  if (signals.voice && spoken !== undefined && typeof speechSynthesis !== 'undefined') {
    speechSynthesis.cancel()
    const said = new SpeechSynthesisUtterance(spoken)
    said.lang = document.documentElement.lang
    speechSynthesis.speak(said)
  }
}
