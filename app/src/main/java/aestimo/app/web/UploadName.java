package aestimo.app.web;

import org.jspecify.annotations.Nullable;
import org.springframework.web.multipart.MultipartFile;

/** What a file that was sent is called. */
public final class UploadName {
    private static final int LONGEST_ENDING = 5;

    private UploadName() {}

    /** As a browser named it, without the folders some send along; no longer than that, and empty text for none. */
    public static String of(@Nullable MultipartFile file, int longest) {
        String name = file == null || file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        return cut(bare(name), longest);
    }

    /** Without folders and without its ending. */
    public static String withoutEnding(String name) {
        String bare = bare(name);
        int dot = bare.lastIndexOf('.');
        boolean isEnding = dot >= 0 && dot < bare.length() - 1 && bare.length() - dot - 1 <= LONGEST_ENDING;
        return (isEnding ? bare.substring(0, dot) : bare).strip();
    }

    /** The same of a file that was sent, no longer than that. */
    public static String withoutEnding(MultipartFile file, int longest) {
        return cut(withoutEnding(of(file, Integer.MAX_VALUE)), longest);
    }

    private static String bare(String name) {
        return name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1)
                .strip();
    }

    private static String cut(String text, int longest) {
        return text.substring(0, Math.min(longest, text.length()));
    }
}
