import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

// The front end's arrows: features know lane, sentence, ui, app and api; nothing below knows a feature, no feature another.
const below = (folders) => ({
  "no-restricted-imports": [
    "error",
    { patterns: folders.map((f) => ({ group: [f], message: "This arrow points up; see docs/architecture.md." })) },
  ],
});
const places = ["desk", "lanes", "arrange", "chase", "files", "signin"];

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.strict,
  { files: ["src/**/*.{ts,tsx}"], ...hooks.configs.flat.recommended },
  { files: ["src/lane/**", "src/ui/**", "src/sentence/**", "src/api/**"], rules: below(["**/features/**", "**/app/**"]) },
  ...places.map((place) => ({
    files: [`src/features/${place}/**`],
    rules: below(places.filter((p) => p !== place).flatMap((p) => [`**/features/${p}/**`, `**/${p}/*`].filter((g) => g !== "**/lanes/*"))),
  })),
  { rules: { "@typescript-eslint/no-explicit-any": "error", "@typescript-eslint/consistent-type-imports": "error" } },
);
