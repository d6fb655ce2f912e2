package io.safestep.app.savedview;

import io.safestep.app.people.People;
import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person's own saved views of a list, over HTTP. Nobody sees those of others. */
@RestController
@RequestMapping("/api/views/{page}")
@Transactional
class SavedViewController {

    private static final int MOST = 30;
    private static final int LONGEST_NAME = 60;

    private final SavedViewRepository repository;
    private final People people;

    SavedViewController(SavedViewRepository repository, People people) {
        this.repository = repository;
        this.people = people;
    }

    /** @param content filter, order and columns, as the web app writes them down */
    record ViewEntry(String name, String content) {}

    record ViewRequest(@NotBlank @Size(max = 4_000) String content) {}

    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    @Transactional(readOnly = true)
    public List<ViewEntry> all(@PathVariable String page, @AuthenticationPrincipal SignedIn me) {
        return repository.findByPersonIdAndPageOrderByName(personId(me), page).stream()
                .map(v -> new ViewEntry(v.name(), v.content()))
                .toList();
    }

    private Long personId(SignedIn me) {
        return people.withLogin(me.login()).id();
    }

    /** Saves a view, or replaces the one of this name. */
    @PutMapping("/{name}")
    @PreAuthorize("hasAuthority('READ')")
    public List<ViewEntry> save(
            @PathVariable String page,
            @PathVariable String name,
            @Valid @RequestBody ViewRequest request,
            @AuthenticationPrincipal SignedIn me) {
        if (name.isBlank() || name.length() > LONGEST_NAME || page.length() > 40) {
            throw ProblemException.invalid("name", "A name has 1 to 60 characters.");
        }
        Long person = personId(me);
        List<SavedView> known = repository.findByPersonIdAndPageOrderByName(person, page);
        SavedView view =
                known.stream().filter(v -> v.name().equals(name)).findFirst().orElse(null);
        if (view == null && known.size() >= MOST) {
            throw ProblemException.refused("You have 30 saved views of this list. Remove one first.");
        }
        if (view == null) {
            repository.saveAndFlush(new SavedView(person, page, name, request.content()));
        } else {
            view.replace(request.content());
        }
        return all(page, me);
    }

    @DeleteMapping("/{name}")
    @PreAuthorize("hasAuthority('READ')")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void remove(@PathVariable String page, @PathVariable String name, @AuthenticationPrincipal SignedIn me) {
        repository.findByPersonIdAndPageAndName(personId(me), page, name).ifPresent(repository::delete);
    }
}
