package io.safestep.app.record.heads;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashSet;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Proof of the record, and where its head is kept, over HTTP. */
@RestController
@RequestMapping("/api/record")
class HeadController {

    private static final int MOST_ADDRESSES = 5;

    private final Heads heads;

    HeadController(Heads heads) {
        this.heads = heads;
    }

    /**
     * @param places file, mail, log server
     * @param mailed to whom it is mailed
     * @param version of the addresses
     */
    record HeadsView(List<Heads.PlaceView> places, List<String> mailed, int version) {}

    /**
     * @param mailed mail addresses; empty for no mail
     * @param version of the addresses that were seen
     */
    record HeadsRequest(@NotNull @Size(max = MOST_ADDRESSES) List<@NotNull String> mailed, int version) {}

    /** Computes the hash chain of the whole record anew, and compares it with the heads in the file. */
    @GetMapping("/proof")
    @PreAuthorize("hasAuthority('READ')")
    Heads.Proof proof() {
        return heads.proof();
    }

    /**
     * Whether a head that somebody kept is still in the record.
     *
     * @param head a line in which one was written: number, hash
     */
    @GetMapping("/proof/head")
    @PreAuthorize("hasAuthority('READ')")
    Heads.Proof compare(@RequestParam String head) {
        return heads.compare(head);
    }

    @GetMapping("/heads")
    @PreAuthorize("hasAuthority('WATCH_RECORD')")
    @NetworkWide("The record")
    HeadsView heads() {
        return new HeadsView(heads.places(), heads.mailed(), heads.version());
    }

    /** To whom the head is mailed once a day. */
    @PutMapping("/heads")
    @PreAuthorize("hasAuthority('WATCH_RECORD')")
    @NetworkWide("The record")
    HeadsView say(@RequestBody @Valid HeadsRequest wanted, @AuthenticationPrincipal SignedIn me) {
        LinkedHashSet<String> addresses = new LinkedHashSet<>();
        for (String address : wanted.mailed()) {
            if (!address.strip().matches("[^@\\s,]{1,60}@[^@\\s,]{1,60}")) {
                throw ProblemException.invalid("mailed", "Not a mail address: " + address.strip() + ".");
            }
            addresses.add(address.strip());
        }
        heads.mailTo(List.copyOf(addresses), wanted.version(), me.login());
        return heads();
    }

    /** Writes the head to all places at once. */
    @PostMapping("/heads")
    @PreAuthorize("hasAuthority('WATCH_RECORD')")
    @NetworkWide("The record")
    HeadsView writeNow() {
        heads.writeNow();
        return heads();
    }
}
