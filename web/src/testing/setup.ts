/** What the screen's tests need of a browser, for those that ask for one. */
import { afterEach } from "vitest";

if (typeof window !== "undefined") {
  const { cleanup } = await import("@testing-library/react");
  afterEach(cleanup);
  window.matchMedia = (query) =>
    ({
      matches: false,
      media: query,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }) as unknown as MediaQueryList;
  Element.prototype.scrollIntoView = () => undefined;
}
