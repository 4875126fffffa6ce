<?php

declare(strict_types=1);

namespace App\Tickets\WaysIn;

use App\Platform\Refused;
use Skarvo\Json\MachineText;
use Skarvo\Tickets\Mail\Automatic;
use Skarvo\Updates\Files\Limits;
use ZBateson\MailMimeParser\Header\AddressHeader;
use ZBateson\MailMimeParser\IMessage;
use ZBateson\MailMimeParser\Message;

/** Reads a mail as it was sent (RFC 5322, with MIME): wrong encodings are mended, and nested parts looked into. */
final class ReadMail
{
    private const SUBJECT = 200;

    public const TEXT = 20_000;

    private const FILES = 20;

    private const CHUNK = 65536;

    /** Addresses that are longer are none (RFC 5321, 4.5.3.1). */
    private const ADDRESS = 254;

    /** @throws Refused if it is no mail */
    public static function of(string $bytes): IncomingMail
    {
        // The parser is older than this PHP: what it says of that is not for the log of each mail.
        $reporting = error_reporting(E_ALL & ~E_DEPRECATED);
        try {
            $mail = Message::from($bytes, true);

            return self::read($mail, $bytes);
        } finally {
            error_reporting($reporting);
        }
    }

    private static function read(IMessage $mail, string $bytes): IncomingMail
    {
        $sender = $mail->getHeader('From');
        $address = $sender instanceof AddressHeader ? mb_strtolower(trim((string) $sender->getEmail())) : '';
        if ($mail->getHeader('From') === null && $mail->getHeader('Subject') === null) {
            throw Refused::because(
                'This is no mail: it has neither a sender nor a subject. Send it as RFC 5322 says, with its headers.', 'mail',
            );
        }
        $isAddress = filter_var($address, FILTER_VALIDATE_EMAIL) !== false && strlen($address) <= self::ADDRESS;
        $headers = [];
        foreach ($mail->getAllHeaders() as $header) {
            $headers[strtolower($header->getName())] ??= self::text($header->getRawValue());
        }
        $id = trim((string) $mail->getHeaderValue('Message-ID'), "<> \t");
        $body = self::body($mail);

        return new IncomingMail(
            $id === '' ? hash('sha256', $bytes) : self::text($id), $isAddress ? $address : '',
            $sender instanceof AddressHeader ? self::line($sender->getPersonName()) : null,
            mb_substr(self::line($mail->getHeaderValue('Subject')) ?? '', 0, self::SUBJECT), mb_substr($body, 0, self::TEXT),
            self::answers($headers), Automatic::is($headers, $address), self::files($mail), mb_strlen($body) > self::TEXT,
        );
    }

    private static function body(IMessage $mail): string
    {
        $plain = self::text((string) $mail->getTextContent());
        if (trim($plain) === '') {
            $html = self::text((string) $mail->getHtmlContent());
            $html = (string) preg_replace(['/<(script|style|head)\b.*?<\/\1>/isu', '/<blockquote\b.*?<\/blockquote>/isu'], '', $html);
            $html = (string) preg_replace('/<(br|\/p|\/div|\/tr|\/li|\/h[1-6])\b[^>]*>/iu', "\n", $html);
            $plain = html_entity_decode(strip_tags($html), ENT_QUOTES | ENT_HTML5, 'UTF-8');
        }

        return trim((string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]+/u', '', $plain));
    }

    /**
     * @param  array<string, string>  $headers
     * @return list<string>
     */
    private static function answers(array $headers): array
    {
        preg_match_all('/<([^<>\s]{1,400})>/', ($headers['references'] ?? '').' '.($headers['in-reply-to'] ?? ''), $found);

        return array_values(array_unique(array_reverse($found[1])));
    }

    /** @return list<array{string, string}> name and bytes; none of the bytes of what is too large anyway */
    private static function files(IMessage $mail): array
    {
        $files = [];
        foreach (array_slice($mail->getAllAttachmentParts(), 0, self::FILES) as $part) {
            $content = $part->getBinaryContentStream();
            $bytes = '';
            while ($content !== null && ! $content->eof() && strlen($bytes) <= Limits::BYTES) {
                $bytes .= $content->read(self::CHUNK);
            }
            $files[] = [self::line($part->getFilename()) ?? 'a file without a name', $bytes];
        }

        return $files;
    }

    /** Whatever bytes stand there, as text. */
    private static function text(?string $bytes): string
    {
        return MachineText::mended((string) $bytes);
    }

    private static function line(?string $bytes): ?string
    {
        $line = mb_substr(trim((string) preg_replace('/[\p{C}\s]+/u', ' ', self::text($bytes))), 0, self::SUBJECT);

        return $line === '' ? null : $line;
    }
}
