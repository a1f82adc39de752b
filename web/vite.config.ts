import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import { pianoSamples } from "./piano.ts";

const LATER = /node_modules\/(tone|standardized-audio-context|automation-events|d3-|internmap|@mantine\/dates)/;
const SERVER = "http://127.0.0.1:8012";

export default defineConfig({
  plugins: [react(), pianoSamples()],
  build: {
    outDir: "../src/dodecant/static",
    emptyOutDir: true,
    manifest: "pieces.json",
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // What two screens and more have in common comes as one file, not as sixty of a kilobyte each; the sound and
          // the calendar come when they are needed.
          groups: [{ name: "shared", minShareCount: 2, test: (id) => !LATER.test(id) }],
        },
      },
    },
  },
  // The server answers its own pages only, so that the request says it comes from there.
  server: { proxy: { "/api": { target: SERVER, changeOrigin: true, headers: { origin: SERVER } } } },
  test: {
    include: ["src/**/*.test.{ts,tsx}"],
    setupFiles: ["src/testing/setup.ts"],
    silent: "passed-only",
    testTimeout: 120_000, // ends what hangs, never what is slow on a busy machine
    hookTimeout: 120_000,
  },
});
