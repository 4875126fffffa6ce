<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Platform\Refused;
use Illuminate\Http\UploadedFile;
use Skarvo\Json\MachineText;
use Skarvo\Updates\Files\FileKind;
use Skarvo\Updates\Files\Limits;

/** A file that was looked into, and is as it will be kept: a picture is drawn anew, without what else was in it. */
final readonly class CheckedFile
{
    private function __construct(
        public FileKind $kind, public string $name, public string $bytes, public ?int $width = null, public ?int $height = null,
    ) {}

    /** @throws Refused if it cannot be taken; says why, and what can */
    public static function of(string $said, string $bytes): self
    {
        $kind = FileKind::of($bytes);
        $name = ($kind ?? FileKind::Text)->named($said);
        if ($kind === null) {
            throw Refused::because(
                $bytes === '' ? __('report.file_empty', ['name' => $name]) : __('report.file_kind', ['name' => self::said($said)]), 'files',
            );
        }
        if (strlen($bytes) > Limits::BYTES) {
            throw Refused::because(__('report.file_large', ['name' => $name]), 'files');
        }
        if ($kind === FileKind::Text) {
            return new self($kind, $name, MachineText::mended($bytes));
        }

        return $kind->isPicture() ? self::picture($said, $bytes) : new self($kind, $name, $bytes);
    }

    /**
     * @param  array<array-key, mixed>  $uploads
     * @return list<self>
     *
     * @throws Refused
     */
    public static function uploads(array $uploads): array
    {
        $checked = [];
        $pixels = 0;
        foreach ($uploads as $upload) {
            if ($upload instanceof UploadedFile) {
                $bytes = $upload->getContent();
                [$width, $height] = self::size($bytes);
                $pixels += $width * $height;
                if ($checked !== [] && $pixels > Limits::PIXELS_AT_ONCE) {
                    throw Refused::because(__('report.pictures_large'), 'files');
                }
                $checked[] = self::of($upload->getClientOriginalName(), $bytes);
            }
        }

        return $checked;
    }

    private static function picture(string $said, string $bytes): self
    {
        [$width, $height] = self::size($bytes);
        $isLarge = Limits::isTooLarge($width, $height);
        // What does not say how large it is may be anything: it is not opened.
        $drawn = $isLarge || $width < 1 || $height < 1 ? null : Redrawn::of($bytes);
        if ($drawn === null) {
            throw Refused::because(__($isLarge ? 'report.picture_large' : 'report.picture_unreadable', [
                'name' => self::said($said), 'width' => number_format($width), 'height' => number_format($height),
                'side' => number_format(Limits::SIDE), 'all' => (string) intdiv(Limits::PIXELS, 1_000_000),
            ]), 'files');
        }

        return new self($drawn->kind, $drawn->kind->named($said), $drawn->bytes, $drawn->width, $drawn->height);
    }

    /** @return array{int, int} width and height, as a picture says itself; 0 where it is none */
    private static function size(string $bytes): array
    {
        $size = @getimagesizefromstring($bytes);

        return is_array($size) ? [$size[0], $size[1]] : [0, 0];
    }

    /** As its sender called it, for telling them. */
    private static function said(string $name): string
    {
        return (string) preg_replace('/\.txt$/', '', FileKind::Text->named($name.'.x'));
    }
}
