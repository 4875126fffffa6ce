<?php

declare(strict_types=1);

namespace Skarvo\Tests\Value;

use PHPUnit\Framework\TestCase;
use Skarvo\Value\Language;

/** Which language a code means. */
final class LanguageTest extends TestCase
{
    public function test_codes_are_read_with_their_regions_and_without(): void
    {
        foreach (
            [
                'en' => 'English', 'en-GB' => 'English', 'nb-NO' => 'Norwegian', 'nn' => 'Norwegian', 'NO' => 'Norwegian',
                'de_AT' => 'German', 'ar' => 'Arabic',
            ] as $code => $name
        ) {
            self::assertSame($name, Language::of($code)?->words(), $code);
        }
        foreach (['', 'fr', 'english', '-'] as $code) {
            self::assertNull(Language::of($code), $code);
        }
    }

    public function test_only_arabic_runs_from_right_to_left(): void
    {
        self::assertSame(
            [Language::Arabic], array_values(array_filter(Language::cases(), static fn(Language $one): bool => $one->isRightToLeft()))
        );
    }
}
