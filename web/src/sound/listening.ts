/** What a player plays: from the microphone, a MIDI device or the computer's keys, with when it was heard. */

export interface Heard {
  /** Milliseconds of the page's clock. */
  at: number;
  pitch: number;
  /** Milliseconds; it grows until the note is let go. */
  length: number;
}

export interface Ear {
  /** Stop listening; what was heard stays. */
  stop: () => void;
  heard: Heard[];
}

/** Letters for the degrees: the lowest row is the octave of the line, the row above it the next, the top row a third. */
const ROWS = ["zxcvbnm", "asdfghj", "qwertyu"];

/** Half steps above the tonic for a letter, from the heights of a sound; null for other keys. */
export function heightOfKey(letter: string, heights: readonly number[]): number | null {
  for (const [octave, row] of ROWS.entries()) {
    const place = row.indexOf(letter);
    if (place < 0) continue;
    const height = heights[place % heights.length];
    return height === undefined ? null : height + 12 * (octave + Math.floor(place / heights.length));
  }
  return null;
}

function ear(): Ear & { begin: (pitch: number, at: number) => void; end: (pitch: number, at: number) => void } {
  const heard: Heard[] = [];
  const open = new Map<number, Heard>();
  return {
    heard,
    stop: () => undefined,
    begin: (pitch, at) => {
      const note = { at, pitch, length: 100 };
      heard.push(note);
      open.set(pitch, note);
    },
    end: (pitch, at) => {
      const note = open.get(pitch);
      if (note) note.length = Math.max(1, at - note.at);
      open.delete(pitch);
    },
  };
}

/** Listen to the computer's keys; `tonic` is the MIDI number of the lowest row's first degree. */
export function listenToKeys(tonic: number, heights: readonly number[]): Ear {
  const found = ear();
  const pitchOf = (event: KeyboardEvent) => {
    const height = heightOfKey(event.key.toLowerCase(), heights);
    return height === null ? null : tonic + height;
  };
  const down = (event: KeyboardEvent) => {
    if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
    const pitch = pitchOf(event);
    if (pitch === null) return;
    event.preventDefault();
    event.stopPropagation();
    found.begin(pitch, event.timeStamp);
  };
  const up = (event: KeyboardEvent) => {
    const pitch = pitchOf(event);
    if (pitch !== null) found.end(pitch, event.timeStamp);
  };
  window.addEventListener("keydown", down, true);
  window.addEventListener("keyup", up, true);
  found.stop = () => {
    window.removeEventListener("keydown", down, true);
    window.removeEventListener("keyup", up, true);
  };
  return found;
}

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;

/** Listen to every MIDI device; throws, in words, where there is none. A device that goes away stays silent. */
export async function listenToMidi(): Promise<Ear> {
  if (!("requestMIDIAccess" in navigator)) throw new Error("This browser does not listen to MIDI devices.");
  const access = await navigator.requestMIDIAccess().catch(() => {
    throw new Error("The browser was not allowed to listen to MIDI devices.");
  });
  if (access.inputs.size === 0) throw new Error("No MIDI device is plugged in.");
  const found = ear();
  const hear = (event: MIDIMessageEvent) => {
    const [status = 0, pitch = 0, velocity = 0] = event.data ?? [];
    const kind = status & 0xf0;
    if (kind === NOTE_ON && velocity > 0) {
      found.begin(pitch, event.timeStamp);
    } else if (kind === NOTE_OFF || kind === NOTE_ON) {
      found.end(pitch, event.timeStamp);
    }
  };
  access.inputs.forEach((input) => input.addEventListener("midimessage", hear));
  found.stop = () => access.inputs.forEach((input) => input.removeEventListener("midimessage", hear));
  return found;
}

/** What was heard as events of a take: seconds from when the strip began, the device's latency taken off. */
export function eventsOf(heard: readonly Heard[], began: number, latency: number) {
  return heard.map(({ at, pitch, length }) => ({
    at: (at - began - latency) / 1000,
    pitch,
    length: length / 1000,
  }));
}

/** Listen to the microphone, one note at a time; throws, in words, where it may not be heard. */
export async function listenToMicrophone(): Promise<Ear> {
  // Insecure pages have no devices, whatever the types say.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (devices === undefined) throw new Error("This browser does not listen to the microphone on this page.");
  const [{ HOP, NotesHeard, WINDOW, momentsOf }, stream] = await Promise.all([
    import("./notesHeard"),
    devices
      .getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } })
      .catch((error: unknown) => {
        const missing = (error as Error).name === "NotFoundError";
        throw new Error(missing ? "No microphone is plugged in." : "The browser was not allowed to listen.");
      }),
  ]);
  const context = new AudioContext();
  const analyser = new AnalyserNode(context, { fftSize: WINDOW });
  context.createMediaStreamSource(stream).connect(analyser);
  const moment = momentsOf(context.sampleRate);
  const notes = new NotesHeard();
  const found = ear();
  const begins: number[] = [];
  const window = new Float32Array(WINDOW);
  const half = (WINDOW / 2 / context.sampleRate) * 1000;
  const timer = globalThis.setInterval(() => {
    analyser.getFloatTimeDomainData(window);
    const note = notes.take(moment(window, (performance.now() - half) / 1000));
    if (note) {
      begins.push(found.heard.length);
      found.begin(note.pitch, note.at * 1000);
    }
  }, HOP * 1000);
  found.stop = () => {
    globalThis.clearInterval(timer);
    notes.notes.forEach((note, place) => {
      const heard = found.heard[begins[place] ?? place];
      if (heard) heard.length = Math.max(1, (note.end - note.at) * 1000);
    });
    stream.getTracks().forEach((track) => track.stop());
    void context.close();
  };
  return found;
}
