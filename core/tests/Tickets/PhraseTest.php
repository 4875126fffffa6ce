<?php

declare(strict_types=1);

namespace Skarvo\Tests\Tickets;

use PHPUnit\Framework\TestCase;
use Skarvo\Tickets\Phrase;
use Skarvo\Value\Language;

final class PhraseTest extends TestCase
{
    public function test_every_phrase_is_said_in_every_language_and_names_the_report_where_the_others_do(): void
    {
        foreach (Phrase::cases() as $phrase) {
            $said = array_map(static fn(Language $one): string => $phrase->in($one, 'RE-0007'), Language::cases());
            self::assertCount(count(Language::cases()), array_unique($said), $phrase->value);
            $named = array_unique(array_map(static fn(string $one): int => substr_count($one, 'RE-0007'), $said));
            self::assertCount(1, $named, "$phrase->value names the report in some languages only.");
            self::assertStringNotContainsString(':ref', implode('', $said));
        }
        self::assertSame('Zu Ihrer Meldung RE-0007', Phrase::About->in(Language::German, 'RE-0007'));
        self::assertMatchesRegularExpression('/\p{Arabic}/u', Phrase::Hello->in(Language::Arabic));
    }
}
