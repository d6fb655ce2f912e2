import Button from "react-bootstrap/Button";
import type { Change } from "../api/types";
import { openByDevice } from "../lines/comments";
import { useComments } from "../lines/LineComments";
import type { Reading } from "./BuildRung";
import { leftToRead } from "./reading";

interface Props {
  change: Change;
  reading: Reading;
  decide: () => void;
}

/** Stays at the bottom while somebody reads: what they have not opened yet, and the way to the decision. */
export function ReadBar({ change, reading, decide }: Props) {
  const comments = useComments(change.number).data ?? [];
  const { next, sentence } = leftToRead(reading.devices, reading.unopened, [...openByDevice(comments)]);
  return (
    <div className="save-bar" role="region" aria-label="What is left to read">
      <span role="status">{sentence}</span>
      {next && (
        <Button
          variant="outline-primary"
          size="sm"
          onClick={() => {
            reading.pick(next);
            document.getElementById("main")?.scrollTo({ top: 0 });
          }}
        >
          Open {next}
        </Button>
      )}
      <Button size="sm" className="ms-auto" onClick={decide}>
        To the decision
      </Button>
    </div>
  );
}
