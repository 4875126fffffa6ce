<?php

declare(strict_types=1);

namespace Skarvo\Tickets\Mail;

/** What is new in a mail that answers another: without what it quotes, and whether it only says thank you. */
final class MailReply
{
    /** Longer than this, thanks are followed by something else. */
    private const THANKS_WORDS = 14;

    /** Lines that stand above a quoted mail. */
    private const ABOVE = [
        '/^-{2,}\s*(original message|forwarded message|opprinnelig melding|ursprüngliche nachricht)\s*-{2,}$/iu',
        '/^(on|den|am)\b.{0,200}\b(wrote|skrev|schrieb)\b.{0,80}:$/isu',
        '/^_{10,}$/u',
        '/^(from|fra|von):\s.+$/iu',
    ];

    public static function new(string $text): string
    {
        $lines = explode("\n", str_replace(["\r\n", "\r"], "\n", $text));
        $kept = [];
        foreach ($lines as $i => $line) {
            $plain = trim($line);
            // Such a line is often broken in two.
            $two = trim($plain.' '.trim($lines[$i + 1] ?? ''));
            if ($kept !== [] && (self::isAbove($plain) || str_ends_with(trim($lines[$i + 1] ?? ''), ':') && self::isAbove($two))) {
                break;
            }
            if ($plain === '--') {
                break;
            }
            if (! str_starts_with($plain, '>')) {
                $kept[] = rtrim($line);
            }
        }
        $new = trim((string) preg_replace('/\n{3,}/', "\n\n", implode("\n", $kept)));

        // Who writes nothing but between quoted lines, or nothing at all, has still written.
        return $new === '' ? trim($text) : $new;
    }

    /** A closed ticket stays closed where somebody only thanks for it. */
    public static function isThanks(string $text): bool
    {
        $words = preg_split('/[^\p{L}\p{M}\']+/u', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $thanks = ['thanks', 'thank', 'thx', 'takk', 'tusen', 'danke', 'dank', 'شكرا', 'شكرًا', 'cheers'];
        $not = ['not', 'still', 'again', 'but', 'nothing', 'ikke', 'fortsatt', 'men', 'nicht', 'aber', 'immer', 'noch', 'لا', 'لم'];
        $isNegated = array_intersect($words, $not) !== []
            || array_filter($words, static fn(string $one): bool => str_ends_with($one, "n't")) !== [];

        return $words !== [] && count($words) <= self::THANKS_WORDS && array_intersect($words, $thanks) !== [] && ! $isNegated
            && ! str_contains($text, '?');
    }

    private static function isAbove(string $line): bool
    {
        foreach (self::ABOVE as $pattern) {
            if (preg_match($pattern, $line) === 1) {
                return true;
            }
        }

        return false;
    }
}
