package aestimo.app.account;

import aestimo.app.store.TeacherId;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

/** Accounts: the only data read before anybody is signed in. */
@Mapper
interface AccountMapper {
    boolean hasAny();

    /** Makes all who would create the first account wait for each other until their transactions end. */
    void lockFirstAccount();

    Optional<Account> findBySignIn(@Param("signIn") String signIn);

    Optional<Account> findById(@Param("teacher") TeacherId teacher);

    /** Returns 1, or 0 where the name is taken. */
    int insert(
            @Param("signIn") String signIn,
            @Param("name") String name,
            @Param("hash") String hash,
            @Param("now") OffsetDateTime now);

    AccountSettings findSettings(@Param("teacher") TeacherId teacher);

    void updateSettings(@Param("teacher") TeacherId teacher, @Param("look") AccountSettings look);

    void updateMarginFolded(@Param("teacher") TeacherId teacher, @Param("folded") boolean folded);

    /** A row with the picture; empty where there is none. */
    Optional<PictureRow> findPicture(@Param("teacher") TeacherId teacher);

    record PictureRow(byte[] picture) {}

    /** @param picture null for none */
    void updatePicture(@Param("teacher") TeacherId teacher, @Param("picture") byte @Nullable [] picture);

    ListLines findListLines(@Param("teacher") TeacherId teacher);

    void updateListLines(@Param("teacher") TeacherId teacher, @Param("lines") ListLines lines);

    void updatePassword(@Param("teacher") TeacherId teacher, @Param("hash") String hash);

    /** Sets another hash in the place of one, unless there is another there by now; returns how many were set. */
    int replacePassword(@Param("teacher") TeacherId teacher, @Param("was") String was, @Param("hash") String hash);
}
