package io.safestep.app.people.accounts;

import io.safestep.app.people.accounts.Invitations.InvitationView;
import io.safestep.app.people.accounts.Invitations.InvitedView;
import io.safestep.app.people.links.PersonLinks;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who there is and what each may do, over HTTP. */
@RestController
@RequestMapping("/api/accounts")
class AccountController {

    private final Accounts accounts;
    private final Invitations invitations;
    private final PeopleImport imports;

    AccountController(Accounts accounts, Invitations invitations, PeopleImport imports) {
        this.accounts = accounts;
        this.invitations = invitations;
        this.imports = imports;
    }

    /** @param invitation null when no link was wanted, or when it was refused */
    record AnsweredView(@Nullable InvitationView invitation) {}

    /** @param waits what of it waits for another administrator; null for nothing */
    record ChangedView(@Nullable String waits) {}

    record AnswerRequest(boolean agree) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<AccountView> all(@AuthenticationPrincipal SignedIn me) {
        return accounts.views(me.mayAddPeople());
    }

    @PostMapping
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    InvitationView add(@Valid @RequestBody AccountRequest request, @AuthenticationPrincipal SignedIn me) {
        return invitations.handOut(request.login(), accounts.add(request, me.login()));
    }

    @PutMapping("/{login}")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    ChangedView change(
            @PathVariable String login,
            @Valid @RequestBody AccountRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return new ChangedView(accounts.change(login, request, me.login()));
    }

    @PutMapping("/{login}/wish")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    AnsweredView answer(
            @PathVariable String login,
            @Valid @RequestBody AnswerRequest request,
            @AuthenticationPrincipal SignedIn me) {
        PersonLinks.Made link = accounts.answer(login, request.agree(), me.login());
        return new AnsweredView(link == null ? null : invitations.handOut(login, link));
    }

    @PostMapping("/{login}/invitation")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    InvitationView invite(@PathVariable String login, @AuthenticationPrincipal SignedIn me) {
        return invitations.handOut(login, accounts.invite(login, me.login()));
    }

    /** @param logins of whom to invite, at most a hundred at once */
    record InvitationsRequest(
            @NotEmpty @Size(max = 100, message = "At most 100 people at once.")
            List<@NotBlank @Size(max = 40) String> logins) {}

    /** A link for each; one that does not go stops none of the others. */
    @PostMapping("/invitations")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    List<InvitedView> inviteMany(@Valid @RequestBody InvitationsRequest request, @AuthenticationPrincipal SignedIn me) {
        return invitations.many(request.logins(), me.login());
    }

    /** @param successor log-in of who goes on with what they have begun; null to leave it as it is */
    record RetirementRequest(@Size(max = 40) @Nullable String successor) {}

    /** @param stays what could not be handed over, with why */
    record RetiredView(List<OpenWork.Item> stays) {}

    /** What somebody has begun and not brought to its end. */
    @GetMapping("/{login}/open-work")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    List<OpenWork.Item> openWork(@PathVariable String login, Sight sight) {
        return accounts.openWork(login).stream()
                .filter(item -> !sight.hides(item.subject()))
                .toList();
    }

    @PutMapping("/{login}/retirement")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    RetiredView retire(
            @PathVariable String login,
            @Valid @RequestBody RetirementRequest request,
            @AuthenticationPrincipal SignedIn me) {
        return new RetiredView(accounts.retire(login, request.successor(), me.login()));
    }

    @DeleteMapping("/{login}/retirement")
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void comeBack(@PathVariable String login, @AuthenticationPrincipal SignedIn me) {
        accounts.comeBack(login, me.login());
    }

    /** What a file would do: CSV in UTF-8, or XLSX, as the body of the request. Nothing is stored. */
    @PostMapping(path = "/import/dry-run", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    PeopleImport.Plan dryRun(@RequestBody byte[] file, @AuthenticationPrincipal SignedIn me) {
        return imports.dryRun(file, me.login());
    }

    /**
     * Adds the people of a file, whole or not at all. Nobody is invited by that.
     *
     * @param plan of the dry run
     */
    @PostMapping(path = "/import", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @PreAuthorize("hasAuthority('WRITE_PEOPLE')")
    PeopleImport.Plan runImport(
            @RequestBody byte[] file,
            @RequestParam @Size(max = 100) String plan,
            @AuthenticationPrincipal SignedIn me) {
        return imports.run(file, plan, me.login());
    }
}
