const STATE = "contentvisibilityautostatechange";

/**
 * A picture of many systems comes into the page one system a frame, and none while the page leaves its place out because
 * it is far away: laid out all at once it would hold the page up, then or when one comes near.
 */
export function drawGradually(host: HTMLElement, svg: string): () => void {
  const template = document.createElement("template");
  template.innerHTML = svg;
  const [, ...others] = template.content.querySelectorAll(".system");
  const waiting = others.map((system) => {
    const place = system.cloneNode() as Element; // its room is that of the whole picture, which has its size already
    system.replaceWith(place);
    return { place, system };
  });
  host.replaceChildren(template.content);
  let frame = 0;
  const later = () => {
    cancelAnimationFrame(frame);
    frame = requestAnimationFrame(draw);
  };
  const draw = () => {
    if (!host.checkVisibility({ contentVisibilityAuto: true })) return; // goes on when it comes near
    const next = waiting.shift();
    next?.place.replaceWith(next.system);
    if (waiting.length > 0) later();
    else document.removeEventListener(STATE, later);
  };
  const stop = () => {
    cancelAnimationFrame(frame);
    document.removeEventListener(STATE, later);
  };
  document.addEventListener(STATE, later);
  later();
  return stop;
}
