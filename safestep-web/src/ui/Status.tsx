import { Glyph, type Shape } from "./Glyph";

/** A state as shape and word. */
export function Status({ state }: { state: { shape: Shape; word: string } }) {
  return (
    <span className="state">
      <Glyph shape={state.shape} />
      {state.word}
    </span>
  );
}
