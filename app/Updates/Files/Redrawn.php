<?php

declare(strict_types=1);

namespace App\Updates\Files;

use Skarvo\Updates\Files\FileKind;
use Skarvo\Updates\Files\Limits;

/**
 * A picture that was opened and drawn anew: what was hidden in it, where it was taken and by what is gone, and no browser
 * ever opens bytes that a stranger made. Photographs stay photographs; all others become PNG.
 */
final readonly class Redrawn
{
    private const QUALITY = 85;

    /** What EXIF calls the ways a camera was held (2.32, 4.6.4): degrees against the clock. */
    private const TURNED = [3 => 180, 6 => 270, 8 => 90];

    private function __construct(public FileKind $kind, public string $bytes, public int $width, public int $height) {}

    /** @return self|null null: it cannot be opened */
    public static function of(string $bytes): ?self
    {
        $image = @imagecreatefromstring($bytes);
        if ($image === false) {
            return null;
        }
        $isPhoto = FileKind::of($bytes) === FileKind::Jpeg;
        [$width, $height] = Limits::kept(imagesx($image), imagesy($image));
        if ($width !== imagesx($image)) {
            $smaller = imagescale($image, $width, $height, IMG_BILINEAR_FIXED);
            $image = $smaller === false ? $image : $smaller;
        }
        $turn = $isPhoto ? self::TURNED[self::orientation($bytes)] ?? 0 : 0;
        if ($turn !== 0) {
            $turned = imagerotate($image, $turn, 0);
            $image = $turned === false ? $image : $turned;
        }
        if (! imageistruecolor($image)) {
            imagepalettetotruecolor($image);
        }
        imagesavealpha($image, true);
        ob_start();
        $isDrawn = $isPhoto ? imagejpeg($image, null, self::QUALITY) : imagepng($image, null, 6);
        $drawn = (string) ob_get_clean();

        return $isDrawn ? new self($isPhoto ? FileKind::Jpeg : FileKind::Png, $drawn, imagesx($image), imagesy($image)) : null;
    }

    private static function orientation(string $bytes): int
    {
        $stream = fopen('php://memory', 'r+');
        if ($stream === false || ! function_exists('exif_read_data')) {
            return 1;
        }
        fwrite($stream, $bytes);
        rewind($stream);
        $said = @exif_read_data($stream);
        fclose($stream);

        return is_array($said) && is_int($said['Orientation'] ?? null) ? $said['Orientation'] : 1;
    }
}
