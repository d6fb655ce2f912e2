package io.safestep.practice.identity;

import java.util.List;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;

/** Where somebody says at the identity provider who they are. */
@RestController
class LogInPage {

    private static final String PAGE = """
            <!doctype html>
            <html lang="en">
            <head>
            <meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
            <title>Merrow Sound identity (practice)</title>
            <style>
            body { font: 17px/1.5 Georgia, serif; background: #eae6da; color: #26323a; max-width: 34rem; margin: 3rem auto; padding: 0 1rem }
            label { display: block; margin-top: 0.8rem } input { font: inherit; width: 100%%; box-sizing: border-box; padding: 0.3rem }
            button { font: inherit; margin-top: 1rem; padding: 0.4rem 1.2rem } .wrong { color: #a33327 }
            table { border-collapse: collapse; margin-top: 0.5rem } td { padding: 0.2rem 1rem 0.2rem 0 }
            </style>
            </head>
            <body>
            <h1>Merrow Sound identity</h1>
            <p>A practice identity provider: nobody here is real.</p>
            %s
            <form method="post" action="/login">
            <input type="hidden" name="%s" value="%s">
            <label for="username">Log-in name</label><input id="username" name="username" autocomplete="username" autofocus>
            <label for="password">Password</label><input id="password" name="password" type="password" autocomplete="current-password">
            <button>Go on</button>
            </form>
            <p>All have the password <code>%s</code>:</p>
            <table>%s</table>
            </body>
            </html>
            """;

    private static final String WRONG = "<p class=\"wrong\" role=\"alert\">Log-in name or password is wrong.</p>";

    private final List<IdentityPerson> people;

    LogInPage(List<IdentityPerson> people) {
        this.people = people;
    }

    @GetMapping(value = "/login", produces = MediaType.TEXT_HTML_VALUE)
    String show(@RequestParam(required = false) String wrong, CsrfToken csrf) {
        return PAGE.formatted(
                wrong == null ? "" : WRONG,
                csrf.getParameterName(),
                csrf.getToken(),
                IdentityPerson.PASSWORD,
                people.stream().map(LogInPage::row).collect(Collectors.joining()));
    }

    private static String row(IdentityPerson person) {
        return "<tr><td><code>%s</code></td><td>%s</td><td>%s</td></tr>"
                .formatted(
                        HtmlUtils.htmlEscape(person.login()),
                        HtmlUtils.htmlEscape(person.name()),
                        HtmlUtils.htmlEscape(String.join(", ", person.groups())));
    }
}
