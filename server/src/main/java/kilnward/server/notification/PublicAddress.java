package kilnward.server.notification;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/**
 * Tells a public unicast address from every other: what is private, local, reserved, for documentation or for many. After the special-purpose registries of IANA (RFC 6890 and its
 * successors; from memory, not looked up again). An address that carries another one inside it, as translation (RFC 6052) and 6to4 (RFC 3056) do, is as public as the one inside.
 */
final class PublicAddress {
    private static final List<Block> NOT_PUBLIC_4 = blocks("0.0.0.0/8", "10.0.0.0/8", "100.64.0.0/10", "127.0.0.0/8", "169.254.0.0/16", "172.16.0.0/12", "192.0.0.0/24",
            "192.0.2.0/24", "192.88.99.0/24", "192.168.0.0/16", "198.18.0.0/15", "198.51.100.0/24", "203.0.113.0/24", "224.0.0.0/4", "240.0.0.0/4");
    /** Of the rest of IPv6 nothing is public unicast. */
    private static final Block GLOBAL_6 = Block.of("2000::/3");
    private static final List<Block> NOT_PUBLIC_6 = blocks("2001::/23", "2001:db8::/32", "3fff::/20");
    private static final Block TRANSLATED = Block.of("64:ff9b::/96");
    private static final Block SIX_TO_FOUR = Block.of("2002::/16");

    private PublicAddress() {
    }

    /** Whether it is the address of one host that anybody can reach. */
    static boolean is(InetAddress address) {
        byte[] bytes = address.getAddress();
        if (address instanceof Inet4Address) {
            return NOT_PUBLIC_4.stream().noneMatch(each -> each.holds(bytes));
        }
        if (TRANSLATED.holds(bytes)) {
            return is(inside(bytes, 12));
        }
        if (SIX_TO_FOUR.holds(bytes)) {
            return is(inside(bytes, 2));
        }
        return GLOBAL_6.holds(bytes) && NOT_PUBLIC_6.stream().noneMatch(each -> each.holds(bytes));
    }

    private static InetAddress inside(byte[] bytes, int from) {
        try {
            return InetAddress.getByAddress(Arrays.copyOfRange(bytes, from, from + 4));
        } catch (UnknownHostException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private static List<Block> blocks(String... written) {
        return Stream.of(written).map(Block::of).toList();
    }

    /** A block of addresses, in the notation of RFC 4632 and RFC 4291. */
    private record Block(byte[] first, int bits) {
        static Block of(String written) {
            try {
                int slash = written.indexOf('/');
                return new Block(InetAddress.getByName(written.substring(0, slash)).getAddress(), Integer.parseInt(written.substring(slash + 1)));
            } catch (UnknownHostException impossible) {
                throw new IllegalStateException(impossible);
            }
        }

        boolean holds(byte[] address) {
            if (address.length != first.length) {
                return false;
            }
            int whole = bits / 8;
            int mask = 0xff00 >> bits % 8 & 0xff;
            return Arrays.equals(first, 0, whole, address, 0, whole) && (bits % 8 == 0 || (first[whole] & mask) == (address[whole] & mask));
        }
    }
}
