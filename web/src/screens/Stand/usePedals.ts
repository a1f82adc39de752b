import { useEffect, useRef } from "react";

const CONTROL = 0xb0;
const SUSTAIN = 64;
const SOFT = 67;
const DOWN = 64;

interface Pedals {
  sustain: () => void;
  soft: () => void;
}

/** Let the pedals of every MIDI device do something when they go down; without a device, nothing. */
export function usePedals(wanted: boolean, does: Pedals): void {
  const now = useRef(does);
  useEffect(() => {
    now.current = does;
  });
  useEffect(() => {
    if (!wanted || !("requestMIDIAccess" in navigator)) return;
    let over = false;
    let inputs: MIDIInput[] = [];
    const hear = (event: MIDIMessageEvent) => {
      const [status = 0, controller = 0, value = 0] = event.data ?? [];
      if ((status & 0xf0) !== CONTROL || value < DOWN) return;
      if (controller === SUSTAIN) now.current.sustain();
      if (controller === SOFT) now.current.soft();
    };
    navigator.requestMIDIAccess().then(
      (access) => {
        if (over) return;
        inputs = [...access.inputs.values()];
        inputs.forEach((input) => input.addEventListener("midimessage", hear));
      },
      () => undefined, // whoever takes a take is told in words
    );
    return () => {
      over = true;
      inputs.forEach((input) => input.removeEventListener("midimessage", hear));
    };
  }, [wanted]);
}
