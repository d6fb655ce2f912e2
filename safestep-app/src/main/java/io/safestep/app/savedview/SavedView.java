package io.safestep.app.savedview;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** How somebody likes to see a list: filter, order, columns, as the web app wrote it down. */
@Entity
class SavedView {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long personId;
    private String page;
    private String name;
    private String content;

    protected SavedView() {}

    SavedView(Long personId, String page, String name, String content) {
        this.personId = personId;
        this.page = page;
        this.name = name;
        this.content = content;
    }

    String name() {
        return name;
    }

    String content() {
        return content;
    }

    void replace(String newContent) {
        content = newContent;
    }
}
