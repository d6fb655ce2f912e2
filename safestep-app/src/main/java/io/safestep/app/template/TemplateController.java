package io.safestep.app.template;

import io.safestep.app.people.signed.SignedIn;
import io.safestep.app.sight.NetworkWide;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The library of templates over HTTP. */
@RestController
@RequestMapping("/api/templates")
class TemplateController {

    private final Templates templates;

    TemplateController(Templates templates) {
        this.templates = templates;
    }

    /**
     * @param number the version that was read before; 0 for a new template
     * @param note what is different in this version
     */
    record TemplateRequest(
            int number,

            @NotBlank(message = "Give the template a name.") @Size(max = 80, message = "At most 80 characters.")
            String name,

            @NotBlank(message = "Choose a platform.") @Size(max = 60)
            String platform,

            @NotNull @Size(max = 400, message = "At most 400 characters.")
            String description,

            @NotNull @Valid TemplateContent content,

            @NotNull @Size(max = 400, message = "At most 400 characters.")
            String note) {

        Templates.Wanted wanted() {
            return new Templates.Wanted(number, name, platform, description, content.template(), note);
        }
    }

    /** Every template with its newest version, by name. */
    @GetMapping
    @PreAuthorize("hasAuthority('READ')")
    List<TemplateView> all() {
        return templates.all();
    }

    /** @param number of a version; the newest when left out */
    @GetMapping("/{id}")
    @PreAuthorize("hasAuthority('READ')")
    TemplateView one(@PathVariable long id, @RequestParam(required = false) @Nullable Integer number) {
        return templates.one(id, number);
    }

    /** One version, by the id that changes keep. */
    @GetMapping("/versions/{id}")
    @PreAuthorize("hasAuthority('READ')")
    TemplateView version(@PathVariable long id) {
        return templates.version(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    TemplateView create(@Valid @RequestBody TemplateRequest request, @AuthenticationPrincipal SignedIn me) {
        return templates.create(request.wanted(), me.login());
    }

    /** Stores a new version. Refused when the newest is not the one that was read. */
    @PutMapping("/{id}")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    TemplateView change(
            @PathVariable long id, @Valid @RequestBody TemplateRequest request, @AuthenticationPrincipal SignedIn me) {
        return templates.change(id, request.wanted(), me.login());
    }

    /** No longer offers a template for new changes. */
    @PostMapping("/{id}/retirement")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    TemplateView retire(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return templates.retire(id, true, me.login());
    }

    @DeleteMapping("/{id}/retirement")
    @NetworkWide("The library")
    @PreAuthorize("hasAuthority('WRITE_LIBRARY')")
    TemplateView offerAgain(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return templates.retire(id, false, me.login());
    }
}
