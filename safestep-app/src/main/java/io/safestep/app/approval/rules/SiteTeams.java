package io.safestep.app.approval.rules;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.device.Devices;
import io.safestep.app.device.Devices.SiteEntry;
import io.safestep.app.people.Teams;
import io.safestep.app.problem.ProblemException;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** To which team each site belongs. */
@Service
@Transactional
public class SiteTeams {

    private final SiteTeamRepository repository;
    private final Devices devices;
    private final Teams teams;
    private final AuditLog audit;

    SiteTeams(SiteTeamRepository repository, Devices devices, Teams teams, AuditLog audit) {
        this.repository = repository;
        this.devices = devices;
        this.teams = teams;
        this.audit = audit;
    }

    /** @param team its id; null when the site belongs to none */
    public record SiteTeamView(
            long site, String code, String name, @Nullable Long team) {}

    @Transactional(readOnly = true)
    public List<SiteTeamView> all() {
        Map<Long, Long> of =
                repository.findAll().stream().collect(Collectors.toMap(SiteTeam::siteId, SiteTeam::teamId));
        return devices.sites().stream()
                .map(s -> new SiteTeamView(s.id(), s.code(), s.name(), of.get(s.id())))
                .toList();
    }

    /** @param team its id; null for none */
    public List<SiteTeamView> say(long site, @Nullable Long team, String person) {
        SiteEntry entry = devices.sites().stream()
                .filter(s -> s.id() == site)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("This site"));
        if (team == null) {
            repository.deleteById(site);
            audit.write(person, entry.name(), "site without a team", "Nobody is asked for it.");
            return all();
        }
        String name = teams.all().stream()
                .filter(t -> t.id() == team)
                .map(Teams.TeamView::name)
                .findFirst()
                .orElseThrow(() -> ProblemException.invalid("team", "Choose a team."));
        repository.saveAndFlush(new SiteTeam(site, team));
        audit.write(person, entry.name(), "site given to a team", "It belongs to team " + name + ".");
        return all();
    }
}
