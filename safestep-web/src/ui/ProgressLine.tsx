/** How far something has come: a line that fills, with the words beside it. */
export function ProgressLine({ done, total, words }: { done: number; total: number; words: string }) {
  const part = total === 0 ? 0 : Math.min(1, done / total);
  return (
    <div className="progress-line">
      <div
        role="progressbar"
        aria-label="Progress"
        aria-valuenow={Math.round(part * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
      >
        <svg viewBox="0 0 100 4" preserveAspectRatio="none" aria-hidden="true">
          <rect className="whole" width="100" height="4" />
          <rect className="part" width={part * 100} height="4" />
        </svg>
      </div>
      <span>{words}</span>
    </div>
  );
}
