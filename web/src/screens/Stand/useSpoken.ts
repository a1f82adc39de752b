import { useEffect } from "react";

const spoken = (text: string) => text.replaceAll("♭", " flat").replaceAll("♯", " sharp").replaceAll("♮", " natural");

function speak(text: string): void {
  if (text && "speechSynthesis" in window) window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(text)));
}

/** Speak what is due when it comes, and each cue, with the browser's own voice. */
export function useSpoken(wanted: boolean, heading: string | undefined, cue: string): void {
  useEffect(() => {
    if (wanted && heading) speak(heading);
  }, [wanted, heading]);
  useEffect(() => {
    if (wanted) speak(cue);
  }, [wanted, cue]);
}
