import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "dist", chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ["import", "color-functions", "global-builtin", "if-function"] } } },
  server: { proxy: { "/api": "http://127.0.0.1:8077" } },
});
