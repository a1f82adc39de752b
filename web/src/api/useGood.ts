import { useState } from "react";

/** The last answer there was: it stays while another is on its way, or was refused. */
export function useGood<T>(answer: T | undefined): T | undefined {
  const [good, setGood] = useState(answer);
  if (answer !== undefined && answer !== good) setGood(answer);
  return answer ?? good;
}
