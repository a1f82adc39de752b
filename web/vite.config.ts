import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import { pianoSamples } from "./piano.ts";

export default defineConfig({
  plugins: [react(), pianoSamples()],
  build: {
    outDir: "../src/dodecant/static",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  server: { proxy: { "/api": { target: "http://127.0.0.1:8012", changeOrigin: true } } },
  test: { include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/testing/setup.ts"] },
});
