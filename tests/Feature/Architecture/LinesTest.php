<?php

declare(strict_types=1);

namespace Tests\Feature\Architecture;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

/**
 * A file is read in one sitting, a line in one look. A longer line has a reason: a text or a pattern that stays in one
 * piece, or a type.
 */
final class LinesTest extends TestCase
{
    private const MOST = 140;

    private const MOST_LINES = 300;

    /** Made by the build, and read by nobody. */
    private const GENERATED = ['shapes.ts'];

    public function test_no_line_is_too_long_without_a_reason(): void
    {
        $root = dirname(__DIR__, 3);
        $long = [];
        $folders = array_map(
            static fn(string $folder): string => "$root/$folder", ['app', 'core', 'tests', 'database', 'routes', 'config']
        );
        foreach (Finder::create()->files()->in($folders)->name('*.php') as $file) {
            $texts = self::linesOfTexts($file->getContents());
            foreach (explode("\n", $file->getContents()) as $i => $line) {
                if (mb_strlen($line) > self::MOST && ! isset($texts[$i + 1]) && ! self::hasReason($line)) {
                    $long[] = substr($file->getPathname(), strlen($root) + 1).':'.($i + 1).": $line";
                }
            }
        }
        self::assertSame([], $long);
    }

    public function test_no_file_is_too_long(): void
    {
        $root = dirname(__DIR__, 3);
        $long = [];
        $files = Finder::create()->files()->in(["$root/app", "$root/core/src", "$root/resources/js"])
            ->name(['*.php', '*.ts', '*.vue'])->notName(self::GENERATED);
        foreach ($files as $file) {
            $lines = substr_count($file->getContents(), "\n");
            if ($lines > self::MOST_LINES) {
                $long[] = substr($file->getPathname(), strlen($root) + 1).": $lines lines";
            }
        }
        self::assertSame([], $long);
        self::assertGreaterThan(1000, count($files), 'it looks where the files are');
    }

    public function test_a_reason_is_a_text_or_a_type(): void
    {
        $text = str_repeat('word ', 30);
        self::assertTrue(self::hasReason("            throw new Refused('$text');"));
        self::assertTrue(self::hasReason('     * @return list<array{id: string, name: string}> as they stand'));
        self::assertFalse(self::hasReason('        return '.str_repeat("call('a', 'b')->", 12).'end();'));
        self::assertFalse(self::hasReason("        // $text"));
        self::assertFalse(self::hasReason("     * $text"));
    }

    /** @return array<int, true> lines on which a text of several lines stands */
    private static function linesOfTexts(string $code): array
    {
        $lines = [];
        foreach (\PhpToken::tokenize($code) as $token) {
            $more = substr_count($token->text, "\n");
            if ($more > 0 && $token->is([T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE])) {
                $lines += array_fill($token->line, $more + 1, true);
            }
        }

        return $lines;
    }

    private static function hasReason(string $line): bool
    {
        $isType = preg_match('/^ *(?:\/\*)?\* .*@(?:param|return|var|property|phpstan).*[{<]/', $line) === 1;
        $isText = preg_match('/^[^\/*]/', ltrim($line)) === 1
            && preg_match('/([\'"])(?:(?!\1)[^\\\\]|\\\\.){60,}(?:\1|$)/u', $line) === 1;

        return $isType || $isText;
    }
}
