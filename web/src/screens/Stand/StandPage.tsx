import { whatIsOnStand } from "../../parts/onStand";
import { EmptyStand } from "./EmptyStand";
import { Stand } from "./Stand";

/** What lies on the stand, or how to put something there. */
export function Component() {
  const lying = whatIsOnStand();
  return lying ? <Stand lying={lying} /> : <EmptyStand />;
}
