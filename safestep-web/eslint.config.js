import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Folders of src: each uses those of the floors before its own, and none beside or below it. */
const floors = [
  ["api"],
  ["ui"],
  ["session"],
  [
    "calendar",
    "check",
    "discovery",
    "group",
    "inventory",
    "lines",
    "notice",
    "now",
    "person",
    "practice",
    "record",
    "round",
    "setup",
  ],
  ["credential", "draft", "frame", "own", "provider"],
  ["library", "run", "start"],
  ["change"],
  ["backup", "drift", "standard"],
  ["device"],
];

const directions = floors.slice(0, -1).flatMap((floor, height) =>
  floor.map((folder) => ({
    files: [`src/${folder}/**/*.{ts,tsx}`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: floors
                .slice(height)
                .flat()
                .filter((other) => other !== folder)
                .map((other) => `../${other}/*`),
              message: "Folders use those of the floors before their own (eslint.config.js).",
            },
          ],
        },
      ],
    },
  })),
);

export default tseslint.config(
  ...tseslint.configs.recommended,
  {
    plugins: { "react-hooks": hooks },
    rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" },
  },
  ...directions,
  { ignores: ["src/api/schema.d.ts", "dist"] },
);
