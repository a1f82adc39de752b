/** Where the page is while it plays: with what sounds, until the player looks elsewhere. */
import { useCallback, useRef, useState } from "react";

const QUIET = 700; // ms between two movements of the page
const ROOM = 60; // CSS pixels kept free round what sounds
const SETTLING = 1200; // ms in which a page that is still drawn may shift
const SCROLLING = new Set(["PageUp", "PageDown", "Home", "End", "ArrowUp", "ArrowDown"]);

/** The bottom of what stays at the top of the window. */
function underBars(): number {
  const bars = [...document.querySelectorAll("[data-bar=top]")].map((bar) => bar.getBoundingClientRect());
  return Math.max(0, ...bars.filter(({ top }) => top < window.innerHeight / 2).map(({ bottom }) => bottom));
}

const gently = (): ScrollBehavior =>
  window.matchMedia("(prefers-reduced-motion: reduce)").matches ? "instant" : "smooth";

/** Lay a strip right under the bars, and hold it there while strips above it are drawn. */
export function landOn(strip: HTMLElement): void {
  const until = performance.now() + SETTLING;
  let left = false;
  const leave = () => (left = true);
  // Not at once: the key that leads here is still on its way.
  setTimeout(() => {
    for (const event of ["wheel", "touchmove", "keydown"]) window.addEventListener(event, leave, { once: true });
  });
  const land = () => {
    const off = strip.getBoundingClientRect().top - underBars() - 4;
    if (Math.abs(off) >= 1) window.scrollBy({ top: off, behavior: "instant" });
    if (!left && performance.now() < until) requestAnimationFrame(land);
  };
  land();
}

/** Go to a strip: the focus is there too. */
export function goToStrip(index: number | undefined): void {
  const strip = document.getElementById(`strip-${index}`);
  if (strip === null) return;
  strip.focus({ preventScroll: true });
  landOn(strip);
}

/** Follows what sounds; `away` tells that the player has scrolled elsewhere, `comeBack` follows again. */
export function useFollowing() {
  const [away, setAway] = useState(false);
  const follows = useRef(true);
  const moved = useRef(0);
  const last = useRef<Element | null>(null);

  /** Begin to follow, and look out for a player who scrolls elsewhere; answers what ends that. */
  const watch = useCallback(() => {
    follows.current = true;
    const leave = () => {
      follows.current = false;
      setAway(true);
    };
    const key = (event: KeyboardEvent) => {
      const at = event.target as HTMLElement;
      if (SCROLLING.has(event.key) && (at === document.body || at.matches("section, main"))) leave();
    };
    window.addEventListener("wheel", leave, { passive: true });
    window.addEventListener("touchmove", leave, { passive: true });
    window.addEventListener("keydown", key);
    return () => {
      window.removeEventListener("wheel", leave);
      window.removeEventListener("touchmove", leave);
      window.removeEventListener("keydown", key);
      setAway(false);
      last.current = null;
    };
  }, []);

  const show = useCallback((element: Element) => {
    last.current = element;
    const { top, bottom } = element.getBoundingClientRect();
    const ceiling = underBars();
    const inView = top >= ceiling && bottom <= window.innerHeight - ROOM;
    if (inView || !follows.current || performance.now() - moved.current < QUIET) return;
    moved.current = performance.now();
    window.scrollBy({ top: top - ceiling - ROOM, behavior: gently() });
  }, []);
  const comeBack = useCallback(() => {
    follows.current = true;
    setAway(false);
    moved.current = 0;
    if (last.current) show(last.current);
  }, [show]);
  return { away, watch, show, comeBack };
}
