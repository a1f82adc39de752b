import { useState } from "react";
import { whatIsOnStand } from "../../parts/documents/onStand";
import { EmptyStand } from "./EmptyStand";
import { Stand } from "./Stand";

/** What lies on the stand, or how to put something there. A step of a routine gives way to the next. */
export function Component() {
  const [lying, setLying] = useState(whatIsOnStand);
  if (lying === null) return <EmptyStand />;
  return <Stand key={lying.routine?.place} lying={lying} onStep={() => setLying(whatIsOnStand())} />;
}
