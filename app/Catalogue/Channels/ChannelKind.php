<?php

declare(strict_types=1);

namespace App\Catalogue\Channels;

/** How prices reach a channel, and whether anything comes back from it. */
enum ChannelKind: string
{
    /** Takes feeds, shows the offers of others, sends word of changes. */
    case Marketplace = 'marketplace';

    /** Our own web shop: takes prices and tells its own. */
    case Shop = 'shop';

    /** Prices leave as CSV files: into a folder, by e-mail or by SFTP. Nothing can be read back. */
    case File = 'file';

    /** Prices leave as signed messages to an address. Nothing can be read back. */
    case Webhook = 'webhook';

    /** Those that tell of our listings and orders. */
    public const SOURCES = [self::Marketplace, self::Shop];
}
