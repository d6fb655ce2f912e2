package io.safestep.app.approval.rules;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** The team that a site belongs to. */
@Entity
class SiteTeam {

    @Id
    private Long siteId;

    private Long teamId;

    protected SiteTeam() {}

    SiteTeam(Long siteId, Long teamId) {
        this.siteId = siteId;
        this.teamId = teamId;
    }

    Long siteId() {
        return siteId;
    }

    Long teamId() {
        return teamId;
    }
}
