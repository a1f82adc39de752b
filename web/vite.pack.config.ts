import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { viteSingleFile } from "vite-plugin-singlefile";

/** The practice pack: one page with everything in it, that the server puts a player's data into. */
export default defineConfig({
  plugins: [react(), viteSingleFile()],
  publicDir: false,
  build: {
    outDir: "../src/dodecant/static/pack",
    emptyOutDir: true,
    rolldownOptions: { input: "pack.html" },
    chunkSizeWarningLimit: 1500,
  },
});
