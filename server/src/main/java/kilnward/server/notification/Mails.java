package kilnward.server.notification;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.net.SocketFactory;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** Hands mails to a mail server, each over a connection of its own, within {@link Deadline#CALL}. */
@Component
class Mails {
    private final ObjectProvider<JavaMailSenderImpl> sender;
    private final KilnWardProperties properties;

    Mails(ObjectProvider<JavaMailSenderImpl> sender, KilnWardProperties properties) {
        this.sender = sender;
        this.properties = properties;
    }

    /**
     * Hands one over.
     *
     * @param key the same for each repetition of a mail: its Message-ID
     * @throws IOException where it was not accepted
     */
    void send(String to, String key, String subject, String body) throws IOException, InterruptedException {
        JavaMailSenderImpl server = sender.getIfAvailable();
        if (server == null) {
            throw new IOException("No mail server is set (KILNWARD_SMTP_HOST).");
        }
        Sockets sockets = new Sockets();
        Properties session = new Properties();
        session.putAll(server.getJavaMailProperties());
        session.put("mail." + protocol(server) + ".socketFactory", sockets);
        Deadline.within(Deadline.CALL, () -> {
            deliver(server, Session.getInstance(session), to, key, subject, body);
            return null;
        }, sockets::close);
    }

    private void deliver(JavaMailSenderImpl server, Session session, String to, String key, String subject, String body) throws IOException {
        try (Transport transport = session.getTransport(protocol(server))) {
            MimeMessage mail = new MimeMessage(session);
            MimeMessageHelper helper = new MimeMessageHelper(mail, "UTF-8");
            helper.setFrom(properties.tell().mailFrom());
            helper.setTo(to);
            helper.setSubject(subject);
            helper.setText(body);
            mail.setHeader("Auto-Submitted", "auto-generated");
            mail.saveChanges();
            mail.setHeader("Message-ID", "<" + key + "@kiln-ward>");
            transport.connect(server.getHost(), server.getPort(), orNull(server.getUsername()), orNull(server.getPassword()));
            transport.sendMessage(mail, mail.getAllRecipients());
        } catch (MessagingException refused) {
            throw new IOException(refused.getMessage(), refused);
        }
    }

    /** A setting that is left empty is none. */
    private static String orNull(String setting) {
        return setting == null || setting.isEmpty() ? null : setting;
    }

    private static String protocol(JavaMailSenderImpl server) {
        return server.getProtocol() == null ? JavaMailSenderImpl.DEFAULT_PROTOCOL : server.getProtocol();
    }

    /** Sockets that can be closed from outside, which ends whatever waits for them. */
    private static final class Sockets extends SocketFactory {
        private final List<Socket> open = new CopyOnWriteArrayList<>();
        private volatile boolean closed;

        void close() {
            closed = true;
            for (Socket each : open) {
                try {
                    each.close();
                } catch (IOException gone) {
                    // It is of no use any more, and nobody waits for it.
                }
            }
        }

        @Override
        public Socket createSocket() throws IOException {
            Socket fresh = new Socket();
            open.add(fresh);
            if (closed) {
                fresh.close();
            }
            return fresh;
        }

        @Override
        public Socket createSocket(String host, int port) throws IOException {
            return connected(InetAddress.getByName(host), port);
        }

        @Override
        public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
            return connected(InetAddress.getByName(host), port);
        }

        @Override
        public Socket createSocket(InetAddress host, int port) throws IOException {
            return connected(host, port);
        }

        @Override
        public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) throws IOException {
            return connected(host, port);
        }

        private Socket connected(InetAddress host, int port) throws IOException {
            Socket fresh = createSocket();
            fresh.connect(new java.net.InetSocketAddress(host, port), (int) Deadline.CALL.toMillis());
            return fresh;
        }
    }
}
