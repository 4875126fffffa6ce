<?php

declare(strict_types=1);

namespace Skarvo\Updates\Texts;

/**
 * What a text message costs: its segments, by 3GPP TS 23.038 (the GSM 7-bit default alphabet with its extension, or UCS-2)
 * and TS 23.040 (of a message in several segments, each gives up six octets to say which it is).
 */
final readonly class Segments
{
    private const BASIC = "@£\$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !\"#¤%&'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà";

    /** Two places each. */
    private const EXTENSION = "\f^{}\\[~]|€";

    private const GSM = [160, 153];

    private const UCS2 = [70, 67];

    /**
     * @param  bool  $isGsm  whether each of its characters is one of the 7-bit alphabet
     * @param  int  $places  that it takes: septets, or UTF-16 code units
     * @param  int  $count  segments; 0 of an empty text
     */
    private function __construct(public bool $isGsm, public int $places, public int $count) {}

    /** @param  string  $text  UTF-8 */
    public static function of(string $text): self
    {
        $characters = mb_str_split($text, 1, 'UTF-8');
        $basic = self::places(self::BASIC, 1);
        $places = $basic + self::places(self::EXTENSION, 2);
        $isGsm = array_diff_key(array_flip($characters), $places) === [];
        $widths = array_map(
            static fn(string $one): int => $isGsm ? $places[$one] : (mb_ord($one, 'UTF-8') > 0xFFFF ? 2 : 1), $characters,
        );
        [$one, $each] = $isGsm ? self::GSM : self::UCS2;
        $all = array_sum($widths);

        return new self($isGsm, $all, $all === 0 ? 0 : ($all <= $one ? 1 : self::cut($widths, $each)));
    }

    /** How much more fits into the first segment; negative where it does not fit. */
    public function left(): int
    {
        return ($this->isGsm ? self::GSM : self::UCS2)[0] - $this->places;
    }

    /**
     * A character that takes two places is not torn apart: the segment before it stays short.
     *
     * @param  list<int>  $widths
     */
    private static function cut(array $widths, int $each): int
    {
        $count = 1;
        $used = 0;
        foreach ($widths as $width) {
            if ($used + $width > $each) {
                $count++;
                $used = 0;
            }
            $used += $width;
        }

        return $count;
    }

    /** @return array<array-key, int> width by character */
    private static function places(string $alphabet, int $width): array
    {
        return array_fill_keys(mb_str_split($alphabet, 1, 'UTF-8'), $width);
    }
}
