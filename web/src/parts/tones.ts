/** The tones of a sound as instruments show them. */
export interface KeyTone {
  /** Pitch class, C = 0. */
  height: number;
  number: string;
  role: string;
}
