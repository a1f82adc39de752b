import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import { pianoSamples } from "./piano.ts";

const SERVER = "http://127.0.0.1:8012";

export default defineConfig({
  plugins: [react(), pianoSamples()],
  build: {
    outDir: "../src/dodecant/static",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  // The server answers its own pages only, so that the request says it comes from there.
  server: { proxy: { "/api": { target: SERVER, changeOrigin: true, headers: { origin: SERVER } } } },
  test: { include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/testing/setup.ts"] },
});
