import { memo } from "react";
import type { PreviewNote } from "../../api/types";

interface SketchProps {
  notes: readonly PreviewNote[];
  width?: number;
  height?: number;
}

const EDGE = 3;

/** A few notes as dashes, pitch against time: what a choice would play, small enough for a list. */
export const Sketch = memo(function Sketch({ notes, width = 92, height = 26 }: SketchProps) {
  const heights = notes.map((note) => note.midi);
  const low = Math.min(...heights);
  const span = Math.max(7, Math.max(...heights) - low);
  const first = notes[0]?.start ?? 0;
  const last = notes.at(-1);
  const long = Math.max(1, (last ? last.start + Math.min(last.length, 1) : 1) - first);
  const x = (beat: number) => EDGE + ((beat - first) / long) * (width - 2 * EDGE);
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden style={{ flexShrink: 0 }}>
      {notes.map((note) => {
        const y = height - EDGE - ((note.midi - low) / span) * (height - 2 * EDGE);
        const end = Math.max(x(note.start) + 2, x(note.start + Math.min(note.length, 1)) - 1.5);
        return (
          <line
            key={note.start}
            x1={x(note.start)}
            x2={end}
            y1={y}
            y2={y}
            stroke="currentColor"
            strokeWidth={2.6}
            strokeLinecap="round"
          />
        );
      })}
    </svg>
  );
});
