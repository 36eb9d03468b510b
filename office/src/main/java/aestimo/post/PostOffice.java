package aestimo.post;

import aestimo.post.PostStore.Message;
import com.icegreen.greenmail.Managers;
import com.icegreen.greenmail.mail.MailAddress;
import com.icegreen.greenmail.mail.MovingMessage;
import com.icegreen.greenmail.server.ProtocolHandler;
import com.icegreen.greenmail.smtp.SmtpHandler;
import com.icegreen.greenmail.smtp.SmtpManager;
import com.icegreen.greenmail.smtp.SmtpServer;
import com.icegreen.greenmail.smtp.SmtpState;
import com.icegreen.greenmail.smtp.commands.SmtpCommandRegistry;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.Address;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.Socket;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Takes messages over SMTP, on the loopback address alone. */
@Component
class PostOffice implements SmartLifecycle {
    private static final long PATIENCE_MS = 10_000;

    private final PostStore store;
    private final SmtpServer server;
    private final AtomicInteger came = new AtomicInteger();

    PostOffice(PostStore store, @Value("${post.port}") int port) {
        this.store = store;
        Managers managers = new Managers();
        this.server = new SmtpServer(new ServerSetup(port, "127.0.0.1", ServerSetup.PROTOCOL_SMTP), managers) {
            @Override
            protected ProtocolHandler createProtocolHandler(Socket line) {
                return new SmtpHandler(new SmtpCommandRegistry(), new Counter(managers, line), line);
            }
        };
    }

    @Override
    public void start() {
        server.startService();
        try {
            if (!server.waitTillRunning(PATIENCE_MS)) {
                throw new IllegalStateException("the port for mail cannot be opened");
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void stop() {
        server.stopService();
    }

    @Override
    public boolean isRunning() {
        return server.isRunning();
    }

    /** Whoever takes the messages of one line. */
    private final class Counter extends SmtpManager {
        private final Socket line;

        Counter(Managers managers, Socket line) {
            super(managers.getImapHostManager(), managers.getUserManager());
            this.line = line;
        }

        @Override
        public @Nullable String checkRecipient(SmtpState state, MailAddress to) {
            return store.refusal(to.getEmail()).orElse(null);
        }

        @Override
        public synchronized void send(SmtpState state) {
            PostStore.Temper temper = store.temper();
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(temper.delayMs()));
            boolean breaks = temper.breaksAt(came.incrementAndGet());
            if (!breaks || temper.breakWhen().equals("after")) {
                keep(state.getMessage());
            }
            if (breaks) {
                hangUp();
            }
        }

        private void hangUp() {
            try {
                line.close();
            } catch (IOException alreadyGone) {
                throw new UncheckedIOException(alreadyGone);
            }
        }
    }

    private void keep(MovingMessage moving) {
        try {
            MimeMessage message = moving.getMessage();
            List<String> words = new ArrayList<>();
            List<String> attached = new ArrayList<>();
            read(message.getContent(), words, attached);
            ByteArrayOutputStream whole = new ByteArrayOutputStream();
            message.writeTo(whole);
            store.keep(
                    new Message(
                            0,
                            null,
                            said(message.getFrom()),
                            moving.getToAddresses().stream()
                                    .map(MailAddress::getEmail)
                                    .collect(Collectors.joining(", ")),
                            said(message.getReplyTo()),
                            message.getSubject() == null ? "" : message.getSubject(),
                            String.join("\n", words),
                            String.join(", ", attached)),
                    whole.toByteArray());
        } catch (MessagingException | IOException broken) {
            throw new IllegalStateException("a message cannot be read", broken);
        }
    }

    private static String said(Address[] addresses) {
        return addresses == null
                ? ""
                : Arrays.stream(addresses).map(Address::toString).collect(Collectors.joining(", "));
    }

    private static void read(Object content, List<String> words, List<String> attached)
            throws MessagingException, IOException {
        if (content instanceof String text) {
            words.add(text.replace("\r\n", "\n").strip());
        } else if (content instanceof Multipart parts) {
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart part = parts.getBodyPart(i);
                if (part.getFileName() == null) {
                    read(part.getContent(), words, attached);
                } else {
                    attached.add(MimeUtility.decodeText(part.getFileName()));
                }
            }
        }
    }
}
