import { IconFileMusic } from "@tabler/icons-react";
import { download } from "../../../api/files";
import type { Backing, Recipe } from "../../../api/types";
import { DownloadMenu } from "../../../parts/files/FileControls";

interface SendSoundProps {
  recipe: Recipe;
  /** Index of the strip that is due. */
  strip: number;
  backing: Backing;
  tempo: number;
}

const FILES = [
  { kind: "strip both wav", label: "This strip with the band (WAV)" },
  { kind: "strip both ogg", label: "This strip with the band (Ogg)" },
  { kind: "strip both mp3", label: "This strip with the band (MP3)" },
  { kind: "all both mp3", label: "All strips with the band (MP3)" },
  { kind: "all both ogg", label: "All strips with the band (Ogg)" },
  { kind: "all band ogg", label: "The band alone, all strips (Ogg)" },
  { kind: "all line ogg", label: "The line alone, all strips (Ogg)" },
  { kind: "score midi", label: "Line and band as it swings (MIDI)" },
  { kind: "score musicxml", label: "Line, bass and chords as notation (MusicXML)" },
];

/** The line and the band as files, to be handed out: sound, MIDI and notation. */
export function SendSound({ recipe, strip, backing, tempo }: SendSoundProps) {
  return (
    <DownloadMenu
      label="Export audio"
      icon={<IconFileMusic size={18} />}
      kinds={FILES}
      write={(file) => {
        const [which, what, kind] = file.split(" ");
        if (which === "score") return download(`/api/stand/scores/${what}`, { recipe, backing });
        const strips = which === "strip" ? [strip] : [];
        return download(`/api/stand/sounds/${kind}`, { recipe, strips, backing, tempo, what });
      }}
    />
  );
}
