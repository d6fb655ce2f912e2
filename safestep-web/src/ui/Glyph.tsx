export type Shape = "notyet" | "blocked" | "going" | "done" | "failed" | "undone" | "dot";

/** The shape of a state. The word stands beside it, or is given here for those who can't see the shape. */
export function Glyph({ shape, label, small }: { shape: Shape; label?: string; small?: boolean }) {
  const aria = label ? { role: "img", "aria-label": label } : { "aria-hidden": true };
  return (
    <svg className={`glyph ${shape}${small ? " small" : ""}`} viewBox="0 0 14 14" {...aria}>
      {label && <title>{label}</title>}
      {drawing(shape)}
    </svg>
  );
}

const hollow = <rect x="1" y="1" width="12" height="12" fill="none" stroke="currentColor" strokeWidth="2" />;

function drawing(shape: Shape) {
  switch (shape) {
    case "notyet":
      return hollow;
    case "blocked":
      return (
        <>
          {hollow}
          <rect x="0" y="6" width="14" height="2" fill="currentColor" />
        </>
      );
    case "going":
      return (
        <>
          {hollow}
          <rect x="2" y="2" width="5.5" height="10" fill="currentColor" />
        </>
      );
    case "done":
      return <rect width="14" height="14" fill="currentColor" />;
    case "failed":
      return <path d="M0 0h11.4L0 11.4zM14 2.6V14H2.6z" fill="currentColor" />;
    case "undone":
      return (
        <>
          {hollow}
          <path d="M10 10.5V7.5H4.5M7 4.8 4.2 7.5 7 10.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
        </>
      );
    case "dot":
      return <circle cx="7" cy="7" r="2" fill="currentColor" />;
  }
}
