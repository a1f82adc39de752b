/** Remarks gathered for the screen: one line a kind, however many strips it touches. */
import type { Cure, Remark } from "../api/types";

export interface RemarkGroup {
  kind: string;
  pointer: string;
  text: string;
  strips: number[];
  cures: Cure[];
}

/** Group remarks of one kind at one field; the first one's words stand for all. */
export function groupRemarks(remarks: readonly Remark[]): RemarkGroup[] {
  const groups = new Map<string, RemarkGroup>();
  for (const remark of remarks) {
    const key = `${remark.kind} ${remark.pointer}`;
    const group = groups.get(key);
    if (group === undefined) {
      const { kind, pointer, text, cures } = remark;
      groups.set(key, { kind, pointer, text, cures, strips: remark.strip === null ? [] : [remark.strip] });
    } else if (remark.strip !== null) {
      group.strips.push(remark.strip);
    }
  }
  return [...groups.values()];
}
