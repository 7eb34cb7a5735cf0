package kilnward.standins;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.GreenMailUtil;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;

/** A mail server and a receiver of web hooks that deliver nothing and show everything. */
final class Receivers implements AutoCloseable {
    private static final int SHOWN = 50;
    private final GreenMail mail;
    private final Deque<Hook> hooks = new ArrayDeque<>();
    private Instant beatAt;

    /** A web hook that was called. */
    record Hook(Instant at, String signature, String body) {
    }

    /** A mail that was sent. */
    record Mail(String to, String subject, String text) {
    }

    Receivers(int mailPort) {
        mail = new GreenMail(new ServerSetup(mailPort, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        mail.start();
    }

    /** A sign of life came. */
    synchronized void beaten(Instant at) {
        beatAt = at;
    }

    /** When the last sign of life came; null for never. */
    synchronized Instant beatAt() {
        return beatAt;
    }

    synchronized void called(Instant at, String signature, String body) {
        hooks.addFirst(new Hook(at, signature == null ? "" : signature, body));
        while (hooks.size() > SHOWN) {
            hooks.removeLast();
        }
    }

    synchronized List<Hook> hooks() {
        return List.copyOf(hooks);
    }

    /** The newest first. */
    List<Mail> mails() {
        List<Mail> found = new ArrayList<>();
        for (MimeMessage each : mail.getReceivedMessages()) {
            try {
                found.add(0, new Mail(Arrays.toString(each.getAllRecipients()), each.getSubject(), GreenMailUtil.getBody(each)));
            } catch (MessagingException unreadable) {
                found.add(0, new Mail("", "(unreadable)", unreadable.getMessage()));
            }
        }
        return found.subList(0, Math.min(SHOWN, found.size()));
    }

    @Override
    public void close() {
        mail.stop();
    }
}
