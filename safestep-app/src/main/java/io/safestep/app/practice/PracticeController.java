package io.safestep.app.practice;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.practice.PracticeNetworkClient.Fault;
import io.safestep.app.practice.PracticeNetworkClient.PracticeDevice;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Comparator;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The practice network over HTTP: what it is like, and what is to go wrong in it. Without one, nothing is found here. */
@RestController
@RequestMapping("/api/practice")
class PracticeController {

    private final PracticeNetworkClient practice;
    private final AuditLog audit;
    private final TransactionTemplate transaction;

    PracticeController(PracticeNetworkClient practice, AuditLog audit, TransactionTemplate transaction) {
        this.practice = practice;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** @param match the text that the fault is about; empty for everything */
    record FaultRequest(
            @NotNull @Size(max = 200, message = "At most 200 characters.")
            String match) {}

    record RebootRequest(
            @Min(value = 1, message = "At least one second.") @Max(value = 600, message = "At most 600 seconds.")
            int seconds) {}

    /** @param lines what somebody types, in the device's own language */
    record EditRequest(
            @NotBlank(message = "Enter the lines that somebody types.") @Size(max = 20_000)
            String lines) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    PracticeView show(Sight sight) {
        return new PracticeView(
                sight.seen(practice.devices(), PracticeDevice::name).stream()
                        .sorted(Comparator.comparing(PracticeDevice::name))
                        .map(PracticeController::row)
                        .toList(),
                practice.faults().stream()
                        .map(f -> new PracticeView.FaultView(f.name(), f.title(), f.meaning(), f.match()))
                        .toList(),
                (sight.readsEverything() ? practice.mails() : List.<PracticeNetworkClient.Mail>of())
                        .stream()
                                .map(m -> new PracticeView.MailView(m.from(), m.to(), m.subject(), m.sent(), m.text()))
                                .toList());
    }

    private static PracticeView.DeviceRow row(PracticeDevice d) {
        return new PracticeView.DeviceRow(
                d.name(),
                d.address(),
                d.site(),
                d.role(),
                d.platform(),
                d.reachable(),
                d.off(),
                d.faults().entrySet().stream()
                        .map(e -> new PracticeView.FaultOn(e.getKey(), e.getValue()))
                        .toList());
    }

    @PutMapping("/devices/{name}/faults/{fault}")
    @PreAuthorize("hasAuthority('USE_PRACTICE_NETWORK')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOn(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @PathVariable String fault,
            @Valid @RequestBody FaultRequest request,
            @AuthenticationPrincipal SignedIn me) {
        String title = known(name, fault).title();
        practice.switchOn(name, fault, request.match());
        note(me, name, "practice fault on", title + (request.match().isBlank() ? "." : ": " + request.match()));
    }

    @DeleteMapping("/devices/{name}/faults/{fault}")
    @PreAuthorize("hasAuthority('USE_PRACTICE_NETWORK')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOff(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @PathVariable String fault,
            @AuthenticationPrincipal SignedIn me) {
        String title = known(name, fault).title();
        practice.switchOff(name, fault);
        note(me, name, "practice fault off", title + ".");
    }

    @PostMapping("/devices/{name}/reboot")
    @PreAuthorize("hasAuthority('USE_PRACTICE_NETWORK')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reboot(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody RebootRequest request,
            @AuthenticationPrincipal SignedIn me) {
        known(name);
        practice.reboot(name, request.seconds());
        note(me, name, "practice device rebooted", "Without power for " + request.seconds() + " seconds.");
    }

    @PostMapping("/devices/{name}/edits")
    @PreAuthorize("hasAuthority('USE_PRACTICE_NETWORK')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void edit(
            @PathVariable @Acts(Subject.DEVICE) String name,
            @Valid @RequestBody EditRequest request,
            @AuthenticationPrincipal SignedIn me) {
        known(name);
        practice.edit(name, request.lines());
        // The lines may hold secrets and stay out of the record.
        note(
                me,
                name,
                "practice device edited by hand",
                request.lines().strip().lines().count() + " lines.");
    }

    @DeleteMapping("/mails")
    @NetworkWide("The practice network")
    @PreAuthorize("hasAuthority('USE_PRACTICE_NETWORK')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forgetMails(@AuthenticationPrincipal SignedIn me) {
        practice.forgetMails();
        note(me, "practice network", "practice mails deleted", "All mails in the mail sink.");
    }

    private void known(String device) {
        if (practice.devices().stream().noneMatch(d -> d.name().equals(device))) {
            throw ProblemException.notFound("A practice device called " + device);
        }
    }

    private Fault known(String device, String fault) {
        known(device);
        return practice.faults().stream()
                .filter(f -> f.name().equals(fault))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("A fault called " + fault));
    }

    private void note(SignedIn me, String subject, String action, String detail) {
        transaction.executeWithoutResult(t -> audit.write(me.login(), subject, action, detail));
    }
}
