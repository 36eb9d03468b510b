package aestimo.app.book;

import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the notes of who wrote to which class few, so that asking for them stays quick; whichever process comes to it. */
@Component
class ClassWrites {
    private static final long HOUR = 3_600_000;

    private final BookMapper mapper;

    ClassWrites(BookMapper mapper) {
        this.mapper = mapper;
    }

    /** @return for how many classes many notes were made one; what all classes of a teacher are made of counts as one */
    @Scheduled(fixedDelay = HOUR, initialDelay = HOUR)
    @Transactional
    public int merge() {
        return mapper.mergeWrites();
    }
}
