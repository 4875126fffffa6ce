<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

use PHPUnit\Framework\TestCase;
use Skarvo\Signals\Noise;

final class NoiseTest extends TestCase
{
    public function test_what_came_back_or_repeats_itself_is_noisy(): void
    {
        self::assertFalse(Noise::isNoisy(1, 20));
        self::assertTrue(Noise::isNoisy(1, 21));
        self::assertTrue(Noise::isNoisy(2, 2));
    }
}
