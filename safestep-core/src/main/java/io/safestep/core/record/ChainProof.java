package io.safestep.core.record;

import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Goes along a record, entry by entry, and finds the first that does not fit. It keeps nothing of what it has seen, so that a
 * record of any length can be proven.
 *
 * <p>The chain alone shows that something was altered by somebody who could not write all that follows anew. Who owns the
 * database can; heads that were kept elsewhere show that, too, and that the end was cut off.
 */
public final class ChainProof {

    private final TreeMap<Long, String> kept = new TreeMap<>();
    private final RecordHead start;
    private RecordHead head;
    private @Nullable Break broken;
    private int met;

    /**
     * @param start what stands before the first entry that will come, {@link RecordHead#START} for a whole record
     * @param kept heads that were written down elsewhere. Those from before the start say nothing, and are not counted as met
     */
    public ChainProof(RecordHead start, Collection<RecordHead> kept) {
        this.start = start;
        this.head = start;
        for (RecordHead one : kept) {
            if (one.number() > 0) {
                String other = this.kept.put(one.number(), one.hash());
                if (other != null && !other.equals(one.hash())) {
                    // Two hashes for one entry: it can be at most one of them, so it is not the one that was kept.
                    found(Break.Kind.REPLACED, one.number());
                }
            }
        }
        if (start.number() > 0) {
            meet();
        }
    }

    /** The next entry, with the hash that is stored with it. */
    public void act(RecordedAct act, String hash) {
        take(act.number(), act.contents(), hash);
    }

    /** The next entry, of which nothing is told but the hash of its contents. */
    public void withheld(long number, String contents) {
        take(number, contents, null);
    }

    private void take(long number, String contents, @Nullable String hash) {
        if (broken != null) {
            return;
        }
        if (number != head.number() + 1) {
            found(number > head.number() ? Break.Kind.MISSING : Break.Kind.ALTERED, head.number() + 1);
            return;
        }
        head = head.then(contents);
        if (hash != null && !hash.equals(head.hash())) {
            found(Break.Kind.ALTERED, number);
            return;
        }
        meet();
    }

    private void meet() {
        String expected = kept.get(head.number());
        if (expected != null) {
            if (expected.equals(head.hash())) {
                met++;
            } else {
                found(Break.Kind.REPLACED, head.number());
            }
        }
    }

    private void found(Break.Kind kind, long number) {
        if (broken == null) {
            broken = new Break(kind, number);
        }
    }

    /** How far it has come. */
    public RecordHead head() {
        return head;
    }

    /** How many entries have been seen. */
    public long entries() {
        return head.number() - start.number();
    }

    /** How many of the heads that were kept elsewhere are those of entries that have been seen. */
    public int met() {
        return met;
    }

    /** What does not fit in what has come so far. */
    public Optional<Break> broken() {
        return Optional.ofNullable(broken);
    }

    /** What does not fit when nothing more comes; empty when the record is as it was written. */
    public Optional<Break> end() {
        Map.Entry<Long, String> beyond = kept.higherEntry(head.number());
        if (broken == null && beyond != null) {
            found(Break.Kind.CUT, beyond.getKey());
        }
        return broken();
    }
}
