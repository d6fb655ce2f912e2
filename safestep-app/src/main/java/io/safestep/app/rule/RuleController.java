package io.safestep.app.rule;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.Acts;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import io.safestep.app.sight.Subject;
import io.safestep.core.rule.ConfigurationRule;
import io.safestep.core.rule.RuleKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Configuration rules over HTTP. */
@RestController
@RequestMapping("/api/rules")
class RuleController {

    private final Rules rules;

    RuleController(Rules rules) {
        this.rules = rules;
    }

    /** See {@link ConfigurationRule}. */
    record RuleContentRequest(
            @NotNull(message = "Choose what the rule asks for.")
            RuleKind kind,

            @NotNull @Size(max = 10) List<@Size(max = 500) String> inside,

            @NotNull @Size(max = 100) List<@Size(max = 500) String> lines,

            @NotNull @Size(max = 500) String pattern,

            @NotNull @Size(max = 30) Map<@Size(max = 40) String, @Size(max = 200) String> parameters) {

        RuleContent content() {
            return new RuleContent(new ConfigurationRule(kind, inside, lines, pattern), parameters);
        }
    }

    /**
     * @param group null for all devices of the platform
     * @param note what is different from the version before
     */
    record RuleRequest(
            @NotBlank(message = "Give the rule a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotBlank(message = "Choose the platform.") @Size(max = 40)
            String platform,

            @Nullable @Size(max = 60) String group,
            boolean active,
            boolean stopsChanges,
            @NotNull @Valid RuleContentRequest content,
            @NotNull @Size(max = 300) String note) {

        Rules.Wanted wanted() {
            return new Rules.Wanted(name, platform, group, active, stopsChanges, content.content(), note);
        }
    }

    record TrialRequest(
            @NotBlank @Size(max = 40) String platform,
            @Nullable @Size(max = 60) String group,
            @NotNull @Valid RuleContentRequest content) {}

    /** @param until the last day, in the network's zone */
    record ExceptionRequest(
            @NotBlank(message = "Say why.") @Size(max = 300, message = "At most 300 characters.")
            String reason,

            @NotNull(message = "Choose a day.") LocalDate until) {}

    /** All by name, without where they are broken. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<RuleView> all(Sight sight) {
        return rules.all().stream().map(r -> r.told(sight)).toList();
    }

    @GetMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    RuleView one(@PathVariable long id, Sight sight) {
        return rules.view(id).told(sight);
    }

    /** What a rule would flag. Nothing is stored. */
    @PostMapping("/trial")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    RuleView.Trial trial(@Valid @RequestBody TrialRequest request) {
        return rules.trial(
                request.platform(), request.group(), request.content().content());
    }

    @PostMapping
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    RuleView add(@Valid @RequestBody RuleRequest request, @AuthenticationPrincipal SignedIn me) {
        return rules.save(null, request.wanted(), me.login());
    }

    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    RuleView change(
            @PathVariable long id, @Valid @RequestBody RuleRequest request, @AuthenticationPrincipal SignedIn me) {
        return rules.save(id, request.wanted(), me.login());
    }

    @DeleteMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rules.remove(id, me.login());
    }

    @PutMapping("/{id}/exceptions/{device}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    RuleView except(
            @PathVariable long id,
            @PathVariable @Acts(Subject.DEVICE) String device,
            @Valid @RequestBody ExceptionRequest request,
            Sight sight) {
        return rules.except(id, device, request.reason(), request.until(), sight.login())
                .told(sight);
    }

    @DeleteMapping("/{id}/exceptions/{device}")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    RuleView endException(@PathVariable long id, @PathVariable @Acts(Subject.DEVICE) String device, Sight sight) {
        return rules.endException(id, device, sight.login()).told(sight);
    }
}
