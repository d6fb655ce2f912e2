package io.safestep.app.approval;

import io.safestep.app.approval.rules.ApprovalRules;
import io.safestep.app.approval.rules.RuleRequest;
import io.safestep.app.approval.rules.SiteTeams;
import io.safestep.app.change.ChangesInSight;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
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
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** When changes need whose approval, over HTTP. */
@RestController
class ApprovalRuleController {

    private static final String RULES = "Who approves what";

    private final ApprovalRules rules;
    private final SiteTeams siteTeams;
    private final RuleEffects effects;

    ApprovalRuleController(
            ApprovalRules rules, SiteTeams siteTeams, RuleEffects effects, NeedsViews needs, ChangesInSight inSight) {
        this.rules = rules;
        this.siteTeams = siteTeams;
        this.effects = effects;
    }

    @GetMapping("/api/approval-rules")
    @PreAuthorize("hasAuthority('READ')")
    List<ApprovalRules.Kept> all() {
        return rules.all();
    }

    @PostMapping("/api/approval-rules")
    @NetworkWide(RULES)
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    @ResponseStatus(HttpStatus.CREATED)
    ApprovalRules.Kept add(@Valid @RequestBody RuleRequest request, @AuthenticationPrincipal SignedIn me) {
        return rules.save(null, request.wanted(), me.login());
    }

    @PutMapping("/api/approval-rules/{id}")
    @NetworkWide(RULES)
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    ApprovalRules.Kept change(
            @PathVariable long id, @Valid @RequestBody RuleRequest request, @AuthenticationPrincipal SignedIn me) {
        return rules.save(id, request.wanted(), me.login());
    }

    @DeleteMapping("/api/approval-rules/{id}")
    @NetworkWide(RULES)
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rules.remove(id, me.login());
    }

    /** @param id of the rule that would change; null for a new one */
    record EffectRequest(@Nullable Long id, @NotNull @Valid RuleRequest rule) {}

    /** What open changes would need under a rule that is being written, and whether anybody could satisfy it. Stores nothing. */
    @PostMapping("/api/approval-rules/effect")
    @NetworkWide(RULES)
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    RuleEffects.Effect effect(@Valid @RequestBody EffectRequest request) {
        return effects.of(request.id(), request.rule().wanted());
    }

    /** To which team each site belongs. */
    @GetMapping("/api/site-teams")
    @PreAuthorize("hasAuthority('READ')")
    List<SiteTeams.SiteTeamView> siteTeams(Sight sight) {
        return siteTeams.all().stream().filter(s -> sight.knowsSite(s.site())).toList();
    }

    /** @param team its id; null for none */
    record SiteTeamRequest(@Nullable Long team) {}

    @PutMapping("/api/site-teams/{site}")
    @NetworkWide(RULES)
    @PreAuthorize("hasAuthority('WRITE_APPROVAL_RULES')")
    List<SiteTeams.SiteTeamView> giveSite(
            @PathVariable long site, @RequestBody SiteTeamRequest request, @AuthenticationPrincipal SignedIn me) {
        return siteTeams.say(site, request.team(), me.login());
    }
}
