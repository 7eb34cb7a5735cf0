package kilnward.server.live.tell;

import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** Hands mails to a mail server. */
@Component
class Mails {
    private final ObjectProvider<JavaMailSender> sender;
    private final KilnWardProperties properties;

    Mails(ObjectProvider<JavaMailSender> sender, KilnWardProperties properties) {
        this.sender = sender;
        this.properties = properties;
    }

    /**
     * Hands one over.
     *
     * @param key what makes it known again where it comes twice
     * @throws IOException where it was not taken
     */
    void send(String to, String key, String subject, String body) throws IOException {
        JavaMailSender server = sender.getIfAvailable();
        if (server == null) {
            throw new IOException("No mail server is named (spring.mail.host).");
        }
        try {
            MimeMessage mail = server.createMimeMessage();
            MimeMessageHelper helper = new MimeMessageHelper(mail, "UTF-8");
            helper.setFrom(properties.tell().mailFrom());
            helper.setTo(to);
            helper.setSubject(subject);
            helper.setText(body);
            mail.setHeader("Message-ID", "<" + key + "@kiln-ward>");
            mail.setHeader("Auto-Submitted", "auto-generated");
            server.send(mail);
        } catch (MessagingException | MailException refused) {
            throw new IOException(refused.getMessage(), refused);
        }
    }
}
