package io.safestep.app.group;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.sight.NetworkWide;
import io.safestep.app.sight.Sight;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
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

/** Groups over HTTP. */
@RestController
@RequestMapping("/api/groups")
class GroupController {

    private final Groups groups;

    GroupController(Groups groups) {
        this.groups = groups;
    }

    /** @param namePattern with * and ?; empty for none */
    record RuleRequest(
            @NotNull @Size(max = 200) List<String> sites,
            @NotNull @Size(max = 20) List<String> roles,
            @NotNull @Size(max = 100) List<String> platforms,

            @NotNull @Size(max = 60, message = "At most 60 characters.")
            String namePattern,

            @NotNull @Size(max = 20) List<String> labels) {

        GroupView.Rule rule() {
            return new GroupView.Rule(sites, roles, platforms, namePattern, labels);
        }
    }

    /**
     * @param rule null for a fixed list
     * @param devices names, for a fixed list; null with a rule
     */
    record GroupRequest(
            @NotBlank(message = "Give the group a name.") @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotNull @Size(max = 200, message = "At most 200 characters.")
            String note,

            @Valid @Nullable RuleRequest rule,
            @Size(max = 20_000) @Nullable Set<String> devices) {

        Groups.Wanted wanted() {
            if (rule == null && devices == null) {
                throw ProblemException.invalid("rule", "Say which devices it holds: a rule, or a list of devices.");
            }
            return new Groups.Wanted(name, note, rule == null ? null : rule.rule(), devices);
        }
    }

    /** @param devices names of the devices that the rule would hold now */
    record Preview(List<String> devices) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<GroupView> all(Sight sight) {
        return groups.all().stream()
                .map(g -> g.told(sight))
                .filter(g -> sight.knowsGroup(g.id()) || !g.devices().isEmpty())
                .toList();
    }

    @PostMapping
    @NetworkWide("A group")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    GroupView add(@Valid @RequestBody GroupRequest request, @AuthenticationPrincipal SignedIn me) {
        return groups.save(null, request.wanted(), me.login());
    }

    /** What a rule would hold now. Nothing is stored. */
    @PostMapping("/preview")
    @NetworkWide("A group")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    Preview preview(@Valid @RequestBody RuleRequest request) {
        return new Preview(groups.preview(request.rule()));
    }

    @PutMapping("/{id}")
    @NetworkWide("A group")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    GroupView change(
            @PathVariable long id, @Valid @RequestBody GroupRequest request, @AuthenticationPrincipal SignedIn me) {
        return groups.save(id, request.wanted(), me.login());
    }

    @DeleteMapping("/{id}")
    @NetworkWide("A group")
    @PreAuthorize("hasAuthority('WRITE_DEVICES')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        groups.remove(id, me.login());
    }
}
