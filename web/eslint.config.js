import { readdirSync } from "node:fs";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

// The front end's arrows: features know lane, sentence, ui, app and api; nothing below knows a feature. Of features, the pages for a
// hand know what the Desk shows, and Lanes opens on them where the window is narrow.
const below = (regex) => ({
  "no-restricted-imports": ["error", { patterns: [{ regex, message: "This arrow points up; see docs/architecture.md." }] }],
});
const features = readdirSync(new URL("src/features", import.meta.url));
const knows = { hand: ["desk"], lanes: ["hand"] };
const others = (feature) => features.filter((f) => f !== feature && !knows[feature]?.includes(f)).join("|");

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.strict,
  { files: ["src/**/*.{ts,tsx}"], ...hooks.configs.flat.recommended },
  { files: ["src/lane/**", "src/ui/**", "src/sentence/**", "src/api/**"], rules: below("/(features|app)/") },
  { files: ["src/app/**"], ignores: ["src/app/{App,Home,router}.tsx"], rules: below("/features/") },
  ...features.map((feature) => ({
    files: [`src/features/${feature}/**`],
    rules: below(`^(\\.\\./)+(${others(feature)})/|/features/`),
  })),
  { rules: { "@typescript-eslint/no-explicit-any": "error", "@typescript-eslint/consistent-type-imports": "error" } },
);
