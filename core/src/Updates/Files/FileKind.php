<?php

declare(strict_types=1);

namespace Skarvo\Updates\Files;

/**
 * What a file is, by what it holds: neither its name nor what its sender calls it counts. Signatures are those of the PNG
 * specification (ISO/IEC 15948, 5.2), JPEG (ITU-T T.81, B.1.1.3), RIFF with WebP (RFC 9649), GIF89a and PDF (ISO 32000-1, 7.5.2).
 */
enum FileKind: string
{
    case Png = 'png';
    case Jpeg = 'jpg';
    case Webp = 'webp';
    case Gif = 'gif';
    case Pdf = 'pdf';
    case Text = 'txt';

    /** So much is looked at to tell a text from other bytes. */
    private const LOOKED_AT = 65536;

    /** @return self|null null: nothing that is taken */
    public static function of(string $bytes): ?self
    {
        return match (true) {
            str_starts_with($bytes, "\x89PNG\r\n\x1A\n") => self::Png,
            str_starts_with($bytes, "\xFF\xD8\xFF") => self::Jpeg,
            str_starts_with($bytes, 'RIFF') && substr($bytes, 8, 4) === 'WEBP' => self::Webp,
            str_starts_with($bytes, 'GIF87a'), str_starts_with($bytes, 'GIF89a') => self::Gif,
            str_starts_with($bytes, '%PDF-') => self::Pdf,
            self::isText($bytes) => self::Text,
            default => null,
        };
    }

    public function isPicture(): bool
    {
        return $this !== self::Pdf && $this !== self::Text;
    }

    /** As browsers are told; text of whatever kind is plain text to them. */
    public function mime(): string
    {
        return match ($this) {
            self::Png => 'image/png',
            self::Jpeg => 'image/jpeg',
            self::Webp => 'image/webp',
            self::Gif => 'image/gif',
            self::Pdf => 'application/pdf',
            self::Text => 'text/plain; charset=utf-8',
        };
    }

    /**
     * A name that is safe to show and to store under: without folders, without what cannot be seen or turns the reading
     * direction round, and with the ending of what the file is.
     */
    public function named(string $said): string
    {
        $name = (string) preg_replace('/[\p{C}\x{FFFD}]+/u', '', mb_scrub($said, 'UTF-8'));
        $name = (string) preg_replace('~^.*[/\\\\]~u', '', $name);
        $name = (string) preg_replace('/\.[\p{L}\p{N}]{1,5}$/u', '', trim($name, " .\t"));
        $name = trim(mb_substr((string) preg_replace('/[\s"<>:|?*%]+/u', ' ', $name), 0, self::NAME), ' .');

        return ($name === '' ? ($this->isPicture() ? 'picture' : 'file') : $name).'.'.$this->value;
    }

    private const NAME = 80;

    private static function isText(string $bytes): bool
    {
        return $bytes !== '' && preg_match('/[\x00-\x08\x0E-\x1A\x1C-\x1F\x7F]/', substr($bytes, 0, self::LOOKED_AT)) !== 1;
    }
}
