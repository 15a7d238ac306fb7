<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use Spoofchecker;

/** Host names and addresses, in the one spelling in which every program reads them alike. */
final readonly class HostName
{
    private const LABELS = '/^(?!-)[a-z0-9-]{1,63}(?:\.[a-z0-9-]{1,63})*$/D';

    /**
     * "A host ends in a number": the URL standard (WHATWG) then takes it for an IPv4 address, whatever else it looks
     * like.
     */
    private const ENDS_IN_NUMBER = '/(?:^|\.)(?:\d+|0x[0-9a-f]*)$/D';

    private const LONGEST = 253;

    /**
     * @return string in lower case, as ASCII (RFC 5891), without brackets and final dot
     *
     * @throws ForbiddenAddress for anything that programs read in different ways: addresses in octal, hexadecimal,
     *     short or as one number,
     *                          percent-encoding, and what cannot be a host name
     */
    public static function normalized(string $host): string
    {
        if (preg_match('/^\[([0-9a-f:.]+)\]$/iD', $host, $bracketed) === 1) {
            $host = $bracketed[1];
        }
        if (filter_var($host, FILTER_VALIDATE_IP, FILTER_FLAG_IPV6) !== false) {
            return (string) inet_ntop((string) inet_pton($host));
        }
        if (filter_var($host, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false) {
            return $host;
        }
        $name =
            preg_match('/[^\x21-\x7e]/', $host) === 1
                ? idn_to_ascii($host, IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_CHECK_BIDI, INTL_IDNA_VARIANT_UTS46)
                : $host;
        $name = is_string($name) ? preg_replace('/\.$/', '', strtolower($name)) : null;
        if (
            $name === null ||
            strlen($name) > self::LONGEST ||
            preg_match(self::LABELS, $name) !== 1 ||
            preg_match(self::ENDS_IN_NUMBER, $name) === 1
        ) {
            throw new ForbiddenAddress(
                Message::of('address_no_host'),
            );
        }

        return $name;
    }

    /**
     * A name with other than ASCII letters as people read it; null where it has none.
     *
     * @param  string  $normalized  in ASCII
     */
    public static function inLetters(string $normalized): ?string
    {
        $letters = str_contains($normalized, 'xn--')
            ? idn_to_utf8($normalized, IDNA_NONTRANSITIONAL_TO_UNICODE, INTL_IDNA_VARIANT_UTS46)
            : false;

        return $letters === false || $letters === $normalized ? null : $letters;
    }

    /**
     * Whether a name is written so that it is easily taken for another: with letters of several alphabets that look alike (Unicode
     * Technical Standard 39).
     *
     * @param  string  $letters  as people read it
     */
    public static function isLookAlike(string $letters): bool
    {
        $checker = new Spoofchecker();

        return array_filter(explode('.', $letters), $checker->isSuspicious(...)) !== [];
    }

    public static function isAddress(string $normalized): bool
    {
        return filter_var($normalized, FILTER_VALIDATE_IP) !== false;
    }
}
