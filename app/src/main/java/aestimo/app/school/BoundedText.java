package aestimo.app.school;

import java.io.IOException;
import java.net.http.HttpResponse.BodySubscriber;
import java.net.http.HttpResponse.BodySubscribers;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;
import org.jspecify.annotations.Nullable;

/** An answer as text, as long as it is no larger than any that is expected. */
final class BoundedText implements BodySubscriber<String> {
    private final BodySubscriber<String> whole = BodySubscribers.ofString(StandardCharsets.UTF_8);
    private final long most;
    private long bytes;
    private Flow.@Nullable Subscription subscription;

    /** @param most in bytes */
    BoundedText(long most) {
        this.most = most;
    }

    /** More came than any answer has. */
    static final class TooLargeException extends IOException {
        private TooLargeException() {
            super("the answer is too large");
        }
    }

    @Override
    public CompletionStage<String> getBody() {
        return whole.getBody();
    }

    @Override
    public void onSubscribe(Flow.Subscription given) {
        subscription = given;
        whole.onSubscribe(given);
    }

    @Override
    public void onNext(List<ByteBuffer> buffers) {
        bytes += buffers.stream().mapToLong(ByteBuffer::remaining).sum();
        if (bytes <= most) {
            whole.onNext(buffers);
        } else if (subscription != null) {
            subscription.cancel();
            subscription = null;
            whole.onError(new TooLargeException());
        }
    }

    @Override
    public void onError(Throwable failure) {
        whole.onError(failure);
    }

    @Override
    public void onComplete() {
        whole.onComplete();
    }
}
