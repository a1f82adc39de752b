import { useState } from "react";
import { whatIsOnStand } from "../../parts/documents/onStand";
import { EmptyStand } from "./EmptyStand";
import { Stand } from "./Stand";

/** What lies on the stand, or how to put something there. It gives way to a routine's next step, or to what mends a slip. */
export function Component() {
  const [{ lying, times }, set] = useState(() => ({ lying: whatIsOnStand(), times: 0 }));
  const next = () => set({ lying: whatIsOnStand(), times: times + 1 });
  if (lying === null) return <EmptyStand onPut={next} />;
  return <Stand key={times} lying={lying} onNext={next} />;
}
