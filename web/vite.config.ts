import tailwind from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwind()],
  build: {
    target: "es2023",
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    rollupOptions: {
      output: {
        // What the Desk needs comes in two files instead of a dozen; the other places stay apart.
        codeSplitting: {
          groups: [
            {
              name: "libraries",
              test: /node_modules[\\/](react|react-dom|scheduler|@tanstack[\\/](?!virtual-core|react-virtual)|openapi-fetch)/,
            },
            {
              name: "desk",
              test: /src[\\/](main|api|lane|ui[\\/](?!Row\.)|features[\\/]desk[\\/](?!mine)|app[\\/](?!entry[\\/](?!useEntrySheet|useHandActions|changeEntry)|AccountMenu|KeyHelp|Find|parts[\\/]ClosuresPart|line[\\/]|reminders[\\/]))/,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:5080", "/live": { target: "http://127.0.0.1:5080", ws: true } } },
});
