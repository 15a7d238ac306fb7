<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Html;

use function iconv;
use function is_string;
use function mb_check_encoding;
use function mb_convert_encoding;
use function mb_scrub;
use function preg_match;
use function str_starts_with;
use function strtolower;
use function substr;
use function trim;

/** The text of a page's bytes: by its byte order mark, the content type, its meta, then UTF-8, then Windows-1252. */
final readonly class CharacterSet
{
    /** Labels as the WHATWG Encoding standard maps them, those that PHP calls otherwise; https://encoding.spec.whatwg.org/#names-and-labels */
    private const LABELS = [
        'utf8' => 'UTF-8', 'utf-8' => 'UTF-8', 'unicode-1-1-utf-8' => 'UTF-8', 'unicode11utf8' => 'UTF-8', 'x-unicode20utf8' => 'UTF-8',
        'ascii' => 'Windows-1252', 'us-ascii' => 'Windows-1252', 'iso-8859-1' => 'Windows-1252', 'iso8859-1' => 'Windows-1252',
        'iso88591' => 'Windows-1252', 'latin1' => 'Windows-1252', 'l1' => 'Windows-1252', 'cp1252' => 'Windows-1252', 'x-cp1252' => 'Windows-1252',
        'windows-1252' => 'Windows-1252', 'iso_8859-1' => 'Windows-1252', 'ansi_x3.4-1968' => 'Windows-1252', 'cp819' => 'Windows-1252', 'ibm819' => 'Windows-1252',
        'iso-8859-2' => 'ISO-8859-2', 'iso8859-2' => 'ISO-8859-2', 'latin2' => 'ISO-8859-2', 'l2' => 'ISO-8859-2',
        'iso-8859-3' => 'ISO-8859-3', 'iso-8859-4' => 'ISO-8859-4', 'iso-8859-5' => 'ISO-8859-5', 'iso-8859-6' => 'ISO-8859-6',
        'iso-8859-7' => 'ISO-8859-7', 'iso-8859-8' => 'ISO-8859-8', 'iso-8859-10' => 'ISO-8859-10', 'iso-8859-13' => 'ISO-8859-13',
        'iso-8859-14' => 'ISO-8859-14', 'iso-8859-15' => 'ISO-8859-15', 'iso8859-15' => 'ISO-8859-15', 'latin-9' => 'ISO-8859-15', 'l9' => 'ISO-8859-15',
        'iso-8859-16' => 'ISO-8859-16',
        'iso-8859-9' => 'CP1254', 'latin5' => 'CP1254', 'l5' => 'CP1254', 'windows-1254' => 'CP1254', 'cp1254' => 'CP1254',
        'windows-1250' => 'CP1250', 'cp1250' => 'CP1250', 'x-cp1250' => 'CP1250', 'windows-1251' => 'CP1251', 'cp1251' => 'CP1251', 'x-cp1251' => 'CP1251',
        'windows-1253' => 'CP1253', 'windows-1255' => 'CP1255', 'windows-1256' => 'CP1256', 'windows-1257' => 'CP1257', 'windows-1258' => 'CP1258',
        'koi8-r' => 'KOI8-R', 'koi8' => 'KOI8-R', 'koi8-u' => 'KOI8-U',
        'shift_jis' => 'CP932', 'shift-jis' => 'CP932', 'sjis' => 'CP932', 'x-sjis' => 'CP932', 'ms_kanji' => 'CP932', 'windows-31j' => 'CP932',
        'euc-jp' => 'EUC-JP', 'x-euc-jp' => 'EUC-JP', 'iso-2022-jp' => 'ISO-2022-JP',
        'gbk' => 'GB18030', 'gb2312' => 'GB18030', 'gb_2312-80' => 'GB18030', 'chinese' => 'GB18030', 'x-gbk' => 'GB18030', 'gb18030' => 'GB18030',
        'big5' => 'BIG5', 'big5-hkscs' => 'BIG5', 'x-x-big5' => 'BIG5', 'euc-kr' => 'CP949', 'ks_c_5601-1987' => 'CP949', 'korean' => 'CP949', 'windows-949' => 'CP949',
        // UTF-16 in a meta cannot be true, as the meta was read.
        'utf-16' => 'UTF-16LE', 'utf-16le' => 'UTF-16LE', 'utf-16be' => 'UTF-16BE',
    ];

    /** Where a meta is looked for. */
    private const HEAD_BYTES = 4_096;

    public static function decode(string $bytes, ?string $contentType): string
    {
        foreach (["\xEF\xBB\xBF" => 'UTF-8', "\xFE\xFF" => 'UTF-16BE', "\xFF\xFE" => 'UTF-16LE'] as $mark => $name) {
            if (str_starts_with($bytes, $mark)) {
                return self::from($name, substr($bytes, strlen($mark)));
            }
        }
        $name = preg_match('/charset\s*=\s*["\']?\s*([^\s"\';]+)/i', (string) $contentType, $found) === 1
            ? self::LABELS[strtolower(trim($found[1]))] ?? null
            : null;
        $name ??= self::ofMeta(substr($bytes, 0, self::HEAD_BYTES));
        $name ??= mb_check_encoding($bytes, 'UTF-8') ? 'UTF-8' : 'Windows-1252';

        return self::from($name, $bytes);
    }

    private static function ofMeta(string $head): ?string
    {
        $head = (string) preg_replace('/<!--.*?(?:-->|$)/s', '', $head);
        if (preg_match('/<meta\b[^>]*?charset\s*=\s*["\']?\s*([^\s"\';\/>]+)/i', $head, $found) !== 1) {
            return null;
        }
        $name = self::LABELS[strtolower($found[1])] ?? null;

        return $name !== null && str_starts_with($name, 'UTF-16') ? 'UTF-8' : $name;
    }

    private static function from(string $name, string $bytes): string
    {
        if ($name === 'UTF-8') {
            return mb_scrub($bytes, 'UTF-8');
        }
        $text = str_starts_with($name, 'CP125') && $name !== 'CP1254' && $name !== 'CP1251'
            // Not among those of mbstring.
            ? iconv($name, 'UTF-8//IGNORE', $bytes)
            : mb_convert_encoding($bytes, 'UTF-8', $name);

        return is_string($text) ? $text : mb_scrub($bytes, 'UTF-8');
    }
}
