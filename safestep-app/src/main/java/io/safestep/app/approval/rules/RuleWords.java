package io.safestep.app.approval.rules;

import io.safestep.app.check.services.NetworkServices;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.device.record.DeviceRole;
import io.safestep.app.group.Groups;
import io.safestep.app.people.People;
import io.safestep.app.people.Teams;
import io.safestep.app.people.stored.Person;
import io.safestep.app.problem.FieldError;
import io.safestep.app.settings.Network;
import io.safestep.core.approval.ApprovalNeed;
import io.safestep.core.approval.Approvers;
import io.safestep.core.approval.HouseNames;
import io.safestep.core.approval.RuleTerms;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How those are called of whom rules speak, and whether they are there. */
@Component
@Transactional(readOnly = true)
public class RuleWords {

    private final Teams teams;
    private final People people;
    private final Devices devices;
    private final Groups groups;
    private final SiteTeamRepository siteTeams;
    private final NetworkServices services;
    private final Network network;

    RuleWords(
            Teams teams,
            People people,
            Devices devices,
            Groups groups,
            SiteTeamRepository siteTeams,
            NetworkServices services,
            Network network) {
        this.teams = teams;
        this.people = people;
        this.devices = devices;
        this.groups = groups;
        this.siteTeams = siteTeams;
        this.services = services;
        this.network = network;
    }

    public HouseNames names() {
        return new HouseNames(
                teams.all().stream().collect(Collectors.toMap(Teams.TeamView::id, Teams.TeamView::name)),
                ofSites(),
                services.teams(),
                people.all().stream().collect(Collectors.toMap(Person::login, Person::name)),
                calendars());
    }

    private Map<Long, ApprovalNeed.Calendar> calendars() {
        Map<Long, ApprovalNeed.Calendar> calendars = new HashMap<>();
        teams.rotas().forEach((team, rota) -> {
            if (rota.hours() != null) {
                calendars.put(team, new ApprovalNeed.Calendar(rota.hours(), network.zone()));
            }
        });
        return calendars;
    }

    Map<Long, Long> ofSites() {
        return siteTeams.findAll().stream().collect(Collectors.toMap(SiteTeam::siteId, SiteTeam::teamId));
    }

    /** What of a rule speaks of something that is not there, beside its field. */
    Optional<FieldError> unknown(RuleDefinition rule) {
        if (!devices.sites().stream()
                .map(SiteEntry::id)
                .collect(Collectors.toSet())
                .containsAll(rule.when().sites())) {
            return Optional.of(FieldError.of("sites", "Choose sites that exist."));
        }
        if (!groups.entries().stream()
                .map(Groups.Entry::id)
                .collect(Collectors.toSet())
                .containsAll(rule.when().groups())) {
            return Optional.of(FieldError.of("groups", "Choose groups that exist."));
        }
        Set<String> roles =
                Arrays.stream(DeviceRole.values()).map(DeviceRole::word).collect(Collectors.toSet());
        if (!roles.containsAll(rule.when().roles())) {
            return Optional.of(FieldError.of("roles", "Choose roles of devices that exist."));
        }
        return unknown(rule.who()).or(() -> unknown(rule.terms()));
    }

    private Optional<FieldError> unknown(Approvers who) {
        return switch (who.kind()) {
            case TEAM -> isTeam(who.team()) ? Optional.empty() : Optional.of(FieldError.of("team", "Choose a team."));
            case ROLE -> who.role() == null ? Optional.of(FieldError.of("role", "Choose a role.")) : Optional.empty();
            case PEOPLE -> unknownPeople(who);
            default -> Optional.empty();
        };
    }

    private Optional<FieldError> unknownPeople(Approvers who) {
        Set<String> known = people.all().stream().map(Person::login).collect(Collectors.toSet());
        if (who.people().isEmpty() || !known.containsAll(who.people())) {
            return Optional.of(FieldError.of("people", "Choose people who are here."));
        }
        return who.people().size() < who.howMany()
                ? Optional.of(FieldError.of("howMany", "These are fewer people than have to approve."))
                : Optional.empty();
    }

    private Optional<FieldError> unknown(RuleTerms terms) {
        if (terms.escalateTo() == null) {
            return Optional.empty();
        }
        if (!isTeam(terms.escalateTo())) {
            return Optional.of(FieldError.of("escalateTo", "Choose a team."));
        }
        return terms.answerHours() == null
                ? Optional.of(FieldError.of("answerHours", "Say after how many hours it goes to that team."))
                : Optional.empty();
    }

    private boolean isTeam(@Nullable Long id) {
        return id != null && teams.all().stream().anyMatch(t -> t.id() == id);
    }
}
