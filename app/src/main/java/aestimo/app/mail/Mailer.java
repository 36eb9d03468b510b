package aestimo.app.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailAuthenticationException;
import org.springframework.mail.MailException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** Sends one message to one address, and tells exactly what is known of it afterwards. */
@Component
class Mailer {
    private static final int REFUSED_FOR_GOOD = 500;

    private final Optional<JavaMailSender> sender;
    private final String from;

    Mailer(ObjectProvider<JavaMailSender> sender, @Value("${aestimo.mail.from}") String from) {
        this.sender = Optional.ofNullable(sender.getIfAvailable());
        this.from = from;
    }

    /** Whether a mail server is set up. */
    boolean isThere() {
        return sender.isPresent() && !from.isBlank();
    }

    /**
     * What is sent.
     *
     * @param teacher whose name it comes under
     * @param answerTo where answers go; empty where the teacher has given no address
     */
    record Envelope(
            String toName,
            String address,
            String teacher,
            String answerTo,
            String subject,
            String words,
            String fileName,
            String fileType,
            byte[] file) {}

    /** What is known of a message once it was tried. */
    sealed interface Outcome permits Sent, NotNow, Refused, NotKnown {}

    record Sent() implements Outcome {}

    /**
     * Surely not taken, and worth trying again.
     *
     * @param ofAddress whether the server said so of this address, so that others may be tried meanwhile
     */
    record NotNow(String said, boolean ofAddress) implements Outcome {}

    /** Surely not taken, and the server said that it will not be. */
    record Refused(String said) implements Outcome {}

    /** All of it was handed over when the line broke: taken or not. */
    record NotKnown(String said) implements Outcome {}

    Outcome send(Envelope envelope) {
        Written message = new Written();
        try {
            MimeMessageHelper helper = new MimeMessageHelper(message, true, StandardCharsets.UTF_8.name());
            helper.setFrom(new InternetAddress(from, line(envelope.teacher()), StandardCharsets.UTF_8.name()));
            helper.setTo(
                    new InternetAddress(envelope.address(), line(envelope.toName()), StandardCharsets.UTF_8.name()));
            if (!envelope.answerTo().isEmpty()) {
                helper.setReplyTo(envelope.answerTo());
            }
            helper.setSubject(line(envelope.subject()));
            helper.setText(envelope.words());
            helper.addAttachment(
                    line(envelope.fileName()), new ByteArrayResource(envelope.file()), envelope.fileType());
        } catch (MessagingException | UnsupportedEncodingException wrong) {
            return new Refused("The message could not be put together for this address.");
        }
        try {
            sender.orElseThrow().send(message);
            return new Sent();
        } catch (MailAuthenticationException wrong) {
            return new NotNow("The mail server refuses the markbook: its name or password is wrong.", false);
        } catch (MailException failed) {
            return outcome(failed, message.isWritten());
        }
    }

    /** A header is one line, whatever a name or title holds. */
    private static String line(String text) {
        return text.replaceAll("[\\p{Cntrl}\\u2028\\u2029]+", " ").strip();
    }

    private static Outcome outcome(MailException failed, boolean written) {
        Throwable cause = cause(failed);
        for (Throwable at = cause; at != null; at = next(at)) {
            if (at instanceof SMTPAddressFailedException refused) {
                return said(refused.getReturnCode(), refused.getMessage());
            }
            if (at instanceof SMTPSenderFailedException refused) {
                return said(refused.getReturnCode(), refused.getMessage());
            }
            if (at instanceof SMTPSendFailedException refused && refused.getReturnCode() > 0) {
                return said(refused.getReturnCode(), refused.getMessage());
            }
        }
        if (written) {
            return new NotKnown("The connection broke after the message was handed over.");
        }
        return cause instanceof SendFailedException
                ? new Refused("The mail server refused the address.")
                : new NotNow(
                        "The mail server does not answer, or broke off before the message was handed over.", false);
    }

    /** Four hundreds are worth another try. */
    private static Outcome said(int code, @Nullable String words) {
        String line = line(Objects.requireNonNullElse(words, ""));
        String brief = line.length() > 200 ? line.substring(0, 200) + "…" : line;
        return code >= REFUSED_FOR_GOOD ? new Refused(brief) : new NotNow(brief, true);
    }

    private static Throwable cause(MailException failed) {
        if (failed instanceof MailSendException several) {
            Collection<Exception> single = several.getFailedMessages().values();
            if (!single.isEmpty()) {
                return single.iterator().next();
            }
        }
        return failed.getCause() == null ? failed : failed.getCause();
    }

    private static @Nullable Throwable next(Throwable at) {
        return at instanceof MessagingException mail && mail.getNextException() != null
                ? mail.getNextException()
                : at.getCause();
    }

    /** A message that knows whether it was written out to its end: before that no server has taken it. */
    private static final class Written extends MimeMessage {
        private boolean written;

        Written() {
            super(Session.getInstance(new Properties()));
        }

        boolean isWritten() {
            return written;
        }

        @Override
        public void writeTo(OutputStream out, String[] without) throws IOException, MessagingException {
            super.writeTo(out, without);
            written = true;
        }
    }
}
