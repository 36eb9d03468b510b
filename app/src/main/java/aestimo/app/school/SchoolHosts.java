package aestimo.app.school;

import aestimo.app.guard.PublicAddress;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Which addresses a teacher may name as the school's. The application asks there, from within the school's own network,
 * so an address inside it could be one that nobody outside may reach.
 */
@Component
class SchoolHosts {
    private static final int FIRST_BYTE_MASK = 0xFF;

    private final Set<String> allowed;
    private final PublicAddress own;

    /** @param hosts the only ones there may be, with commas between; empty: any that is not within a private network */
    SchoolHosts(@Value("${aestimo.school-hosts}") String hosts, PublicAddress own) {
        this.allowed = Arrays.stream(hosts.toLowerCase(Locale.ROOT).split(","))
                .map(String::strip)
                .filter(host -> !host.isEmpty())
                .collect(Collectors.toSet());
        this.own = own;
    }

    /** Why it is not asked there, in words; empty where it is. Looked at before every call: names come to mean others. */
    Optional<String> problem(URI address) {
        String host = address.getHost() == null ? "" : address.getHost().toLowerCase(Locale.ROOT);
        if (allowed.contains(host)) {
            return Optional.empty();
        }
        if (!allowed.isEmpty()) {
            return Optional.of("The school’s service may not be at " + host + ": your administrator has named others.");
        }
        try {
            InetAddress[] found = InetAddress.getAllByName(host);
            boolean loopback = Arrays.stream(found).allMatch(InetAddress::isLoopbackAddress);
            if (loopback && !own.isSecure()) {
                // It serves this machine alone, whose own programs it may ask.
                return Optional.empty();
            }
            if (Arrays.stream(found).anyMatch(SchoolHosts::isPrivate)) {
                return Optional.of("The school’s service may not be at " + host
                        + ": that is within a private network. Your administrator can allow it.");
            }
        } catch (UnknownHostException unknown) {
            // Told when it is asked: a name may be known again later.
        }
        return "https".equals(address.getScheme())
                ? Optional.empty()
                : Optional.of("The address must begin with https:// so that nobody on the way can read what is sent.");
    }

    static boolean isPrivate(InetAddress address) {
        byte[] bytes = address.getAddress();
        int first = bytes[0] & FIRST_BYTE_MASK;
        int second = bytes[1] & FIRST_BYTE_MASK;
        boolean shared = bytes.length == 4 && first == 100 && second >= 64 && second < 128;
        boolean nowhere = bytes.length == 4 && (first == 0 || first >= 240);
        boolean local = address instanceof Inet6Address && (first & 0xFE) == 0xFC;
        return address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()
                || shared
                || nowhere
                || local;
    }
}
