import { CheckForm } from "./CheckForm";
import { useMayEverywhere } from "../session/session";
import { LibraryNav } from "./LibraryNav";
import { useLibraryChecks } from "./queries";
import { Beside } from "../ui/Beside";

/** Checks that have a name, to be taken into changes. */

export function ChecksPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  return (
    <>
      <LibraryNav />
      <Beside
        title="Checks"
        sentence="What is looked at before and after a change."
        path="/library/checks"
        list={useLibraryChecks()}
        add={may ? "Write a check" : null}
        none="There is no check yet. A check says, for example, that a device has as many routes as before."
        choose="Choose a check to see all of it and to look with it now."
        gone="There is no such check any more."
        facts={(c) => (
          <div className="soft">
            {c.looksAt}: {c.expected}
            {c.platforms.length === 1 && <> · only {c.platforms[0]}</>}
          </div>
        )}
        aside={(c) => (c.sets.length > 0 ? c.sets.join(", ") : "in no set")}
        blank={<CheckForm check={null} />}
        form={(c) => <CheckForm key={c.version} check={c} />}
      />
    </>
  );
}
