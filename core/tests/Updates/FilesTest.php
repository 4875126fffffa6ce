<?php

declare(strict_types=1);

namespace Skarvo\Tests\Updates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Skarvo\Updates\Files\FileKind;
use Skarvo\Updates\Files\Limits;

final class FilesTest extends TestCase
{
    /** @return iterable<string, array{string, FileKind|null}> */
    public static function contents(): iterable
    {
        yield 'png' => ["\x89PNG\r\n\x1A\n\0\0", FileKind::Png];
        yield 'png that lost its carriage return on the way' => ["\x89PNG\n\x1A\n\0\0", null];
        yield 'jpeg' => ["\xFF\xD8\xFF\xE0\0", FileKind::Jpeg];
        yield 'webp' => ["RIFF\x10\0\0\0WEBPVP8 ", FileKind::Webp];
        yield 'sound in the same wrapping' => ["RIFF\x10\0\0\0WAVEfmt ", null];
        yield 'gif' => ["GIF89a\1\0", FileKind::Gif];
        yield 'pdf' => ["%PDF-1.7\n\xE2\xE3", FileKind::Pdf];
        yield 'a log' => ["2026-03-03 08:00:00 clk-2 \x1B[31mno answer\x1B[0m\r\n", FileKind::Text];
        yield 'a log of an old machine' => ["k\xF8en st\xE5r\r\n", FileKind::Text];
        yield 'a page, which is a text to us' => ['<!doctype html><script>alert(1)</script>', FileKind::Text];
        yield 'a drawing with a script, likewise' => ['<svg onload="alert(1)"/>', FileKind::Text];
        yield 'a program' => ["\x7FELF\2\1\1\0", null];
        yield 'an archive' => ["PK\3\4\x14\0", null];
        yield 'a text with a NUL' => ["abc\0def", null];
        yield 'nothing' => ['', null];
    }

    #[DataProvider('contents')]
    public function test_what_it_is_stands_in_what_it_holds(string $bytes, ?FileKind $is): void
    {
        self::assertSame($is, FileKind::of($bytes));
    }

    /** @return iterable<string, array{FileKind, string, string}> */
    public static function names(): iterable
    {
        yield 'as it is' => [FileKind::Png, 'gate 4.png', 'gate 4.png'];
        yield 'another ending' => [FileKind::Text, 'invoice.html', 'invoice.txt'];
        yield 'two endings' => [FileKind::Jpeg, 'photo.jpg.exe', 'photo.jpg.jpg'];
        yield 'a way out' => [FileKind::Pdf, '../../etc/passwd', 'passwd.pdf'];
        yield 'a way out of another system' => [FileKind::Pdf, 'C:\\temp\\gate.pdf', 'gate.pdf'];
        yield 'turned round' => [FileKind::Text, "gate\u{202E}gnp.exe", 'gategnp.txt'];
        yield 'bytes that are no text' => [FileKind::Png, "k\xF8en.png", 'k?en.png'];
        yield 'quotes' => [FileKind::Png, 'a"b.png', 'a b.png'];
        yield 'nothing' => [FileKind::Png, ' .. ', 'picture.png'];
        yield 'nothing of a text' => [FileKind::Text, '', 'file.txt'];
        yield 'Arabic' => [FileKind::Png, 'صورة.png', 'صورة.png'];
    }

    #[DataProvider('names')]
    public function test_a_name_is_safe_and_tells_what_the_file_is(FileKind $kind, string $said, string $is): void
    {
        self::assertSame(str_replace('?', ' ', $is), str_replace('?', ' ', $kind->named($said)));
    }

    public function test_whatever_bytes_a_name_is_it_is_one_line_without_folders(): void
    {
        $random = new Randomizer(new Mt19937(3));
        for ($n = 0; $n < 3000; $n++) {
            $name = FileKind::Png->named($random->getBytes($random->getInt(1, 200)));
            self::assertTrue(mb_check_encoding($name, 'UTF-8'));
            self::assertDoesNotMatchRegularExpression('~[/\\\\\p{C}"]|^\.~u', $name);
            self::assertStringEndsWith('.png', $name);
            self::assertLessThanOrEqual(84, mb_strlen($name));
        }
    }

    public function test_a_picture_that_would_fill_the_memory_is_too_large(): void
    {
        self::assertFalse(Limits::isTooLarge(20_000, 2_500));
        self::assertFalse(Limits::isTooLarge(2_500, 20_000));
        foreach ([[50_000, 2], [20_001, 2], [2, 20_001], [10_000, 5_001]] as [$width, $height]) {
            self::assertTrue(Limits::isTooLarge($width, $height));
        }
    }

    public function test_a_large_picture_is_kept_smaller_in_its_proportion(): void
    {
        self::assertSame([3000, 1500], Limits::kept(6000, 3000));
        self::assertSame([1500, 3000], Limits::kept(3000, 6000));
        self::assertSame([3000, 3000], Limits::kept(3000, 3000));
        self::assertSame([3000, 1], Limits::kept(20_000, 1));
    }
}
