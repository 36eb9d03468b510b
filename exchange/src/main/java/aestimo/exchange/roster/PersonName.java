package aestimo.exchange.roster;

/**
 * A name in its two parts.
 *
 * @param given may be empty
 */
public record PersonName(String family, String given) {
    /** “Brandt, Ilva”. */
    public String listName() {
        return given.isEmpty() ? family : family + ", " + given;
    }

    /** “Bellweather, Ida” and “Ida Bellweather” alike: without a comma the last word is the family name. */
    public static PersonName split(String name) {
        int comma = name.indexOf(',');
        if (comma >= 0) {
            return new PersonName(
                    name.substring(0, comma).strip(), name.substring(comma + 1).strip());
        }
        int lastSpace = name.lastIndexOf(' ');
        return lastSpace > 0
                ? new PersonName(name.substring(lastSpace + 1), name.substring(0, lastSpace))
                : new PersonName(name, "");
    }
}
