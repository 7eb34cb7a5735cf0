package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.envers.RevisionEntity;
import org.hibernate.envers.RevisionListener;
import org.hibernate.envers.RevisionNumber;
import org.hibernate.envers.RevisionTimestamp;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who changed something, and when. */
@Entity
@Table(name = "change_log")
@RevisionEntity(ChangeAuthor.class)
class ChangeEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    @RevisionNumber
    private long id;
    @RevisionTimestamp
    private long changedAtMs;
    @Column(length = 80)
    private String author;

    void setAuthor(String author) {
        this.author = author;
    }
}

/** Fills in who. */
class ChangeAuthor implements RevisionListener {
    @Override
    public void newRevision(Object revision) {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        ((ChangeEntity) revision).setAuthor(who == null ? "Kiln Ward" : who.getName());
    }
}
