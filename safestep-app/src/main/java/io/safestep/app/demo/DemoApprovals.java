package io.safestep.app.demo;

import io.safestep.app.approval.rules.ApprovalRules;
import io.safestep.app.approval.rules.RuleDefinition;
import io.safestep.app.approval.rules.SiteTeams;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.people.Teams;
import io.safestep.core.approval.Approvers;
import io.safestep.core.approval.RuleCondition;
import io.safestep.core.approval.RuleTerms;
import io.safestep.core.change.Category;
import io.safestep.core.risk.RiskLevel;
import java.util.Set;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** Who approves what at Merrow Sound. */
@Component
@ConditionalOnProperty("safestep.demo")
class DemoApprovals {

    private static final String ADMINISTRATOR = "abrill";
    private static final String BACKBONE = "Core and distribution";
    private static final int WORKING_DAY = 8;

    private final Teams teams;
    private final SiteTeams siteTeams;
    private final ApprovalRules rules;
    private final Devices devices;

    DemoApprovals(Teams teams, SiteTeams siteTeams, ApprovalRules rules, Devices devices) {
        this.teams = teams;
        this.siteTeams = siteTeams;
        this.rules = rules;
        this.devices = devices;
    }

    /** When people, devices and sites are there. */
    void fill() {
        if (rules.all().stream().noneMatch(r -> r.name().equals(BACKBONE))) {
            long leads = teams.ensure("Network leads", Set.of("dfennimore", "hloman"), ADMINISTRATOR)
                    .id();
            long crew = teams.ensure("Dunmarsh crew", Set.of("kstrand"), ADMINISTRATOR)
                    .id();
            devices.sites().stream()
                    .filter(s -> s.name().equals("Dunmarsh"))
                    .mapToLong(SiteEntry::id)
                    .forEach(site -> siteTeams.say(site, crew, ADMINISTRATOR));
            RuleCondition when = new RuleCondition(
                    Category.NORMAL,
                    RiskLevel.LOW,
                    1,
                    Set.of(),
                    Set.of(),
                    Set.of(),
                    Set.of("core", "distribution"),
                    Set.of(),
                    false,
                    false,
                    false,
                    false);
            rules.save(
                    null,
                    new ApprovalRules.Wanted(
                            BACKBONE,
                            true,
                            new RuleDefinition(
                                    when,
                                    new Approvers(Approvers.Kind.TEAM, leads, null, Set.of(), 1),
                                    new RuleTerms(1, WORKING_DAY, null, null, false, false)),
                            0),
                    ADMINISTRATOR);
        }
    }
}
