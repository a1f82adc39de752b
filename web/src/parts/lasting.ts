/** How long something lasted, as one says it: "35 seconds" under a minute, else whole minutes. */
export function lasting(minutes: number): string {
  const seconds = Math.max(1, Math.round(60 * minutes));
  const [many, unit] = seconds < 60 ? [seconds, "second"] : [Math.round(minutes), "minute"];
  return `${many} ${unit}${many === 1 ? "" : "s"}`;
}
