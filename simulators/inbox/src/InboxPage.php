<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** What has come, for people to look at. */
final readonly class InboxPage
{
    private const HEAD = '<!doctype html><html lang="en"><meta charset="utf-8"><title>Inbox</title><style>body{font:15px/1.5 sans-serif;margin:2rem auto;max-width:60rem;padding:0 1rem}td{padding:.3rem .8rem .3rem 0;vertical-align:top}pre{white-space:pre-wrap}</style>';

    private function __construct()
    {
    }

    /** @param  list<Received>  $received */
    public static function all(array $received): string
    {
        $rows = '';
        foreach ($received as $one) {
            $isMail = str_ends_with($one->name, '.eml');
            $rows .= sprintf(
                '<tr><td><a href="/%s">%s</a></td><td>%s</td><td>%s</td></tr>',
                rawurlencode($one->name),
                self::text($isMail ? $one->header('subject') : self::first($one->text)),
                self::text($isMail ? $one->header('to') : $one->header('subject')),
                self::text(substr($one->name, 9, 2).':'.substr($one->name, 11, 2).':'.substr($one->name, 13, 2)),
            );
        }

        return self::HEAD.'<h1>Inbox</h1>'.($rows === '' ? '<p>Nothing has come yet.</p>' : "<table>{$rows}</table>");
    }

    public static function one(Received $received): string
    {
        $rows = '';
        foreach ($received->headers as $name => $_) {
            $rows .= '<tr><td>'.self::text((string) $name).'</td><td>'.self::text($received->header((string) $name)).'</td></tr>';
        }
        $text = (string) preg_replace('#https?://[^\s<]+#', '<a href="$0">$0</a>', self::text($received->text));

        return self::HEAD.'<p><a href="/">All</a></p><h1>'.self::text($received->header('subject'))."</h1><pre>{$text}</pre><details><summary>Headers</summary><table>{$rows}</table></details>";
    }

    private static function first(string $json): string
    {
        return mb_strimwidth($json, 0, 120, '…');
    }

    private static function text(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE);
    }
}
