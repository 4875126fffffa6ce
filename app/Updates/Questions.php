<?php

declare(strict_types=1);

namespace App\Updates;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use Illuminate\Support\Facades\DB;

/**
 * What reporters are asked about a service, each with an example.
 *
 * @phpstan-type Question array{ask: string, example: string}
 * @phpstan-type Answered array{ask: string, answer: string}
 */
final class Questions
{
    public const MOST = 5;

    private const SETTING = 'report-questions';

    /** @return array<array-key, list<Question>> by service */
    public static function all(): array
    {
        /** @var array<array-key, list<Question>> */
        return Setting::query()->find(self::SETTING)->value ?? [];
    }

    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /**
     * @param  array<array-key, mixed>  $answers  by the place of the question
     * @return list<Answered> those that were answered
     */
    public static function answered(string $service, array $answers): array
    {
        $answered = [];
        foreach (self::all()[$service] ?? [] as $i => $question) {
            $answer = $answers[$i] ?? '';
            if (is_string($answer) && trim($answer) !== '') {
                $answered[] = ['ask' => $question['ask'], 'answer' => trim($answer)];
            }
        }

        return $answered;
    }

    /**
     * @param  list<Question>  $questions
     * @param  bool  $attach  and $faulty: what ReportRules does by itself
     *
     * @throws Refused if somebody else changed them meanwhile
     */
    public static function change(string $service, array $questions, bool $attach, bool $faulty, int $version, Person $by): void
    {
        DB::transaction(static function () use ($service, $questions, $attach, $faulty, $version, $by): void {
            if (self::version() !== $version) {
                throw Refused::because(
                    'Somebody else changed the questions meanwhile. Yours are kept in the form; reload the page to see theirs.',
                );
            }
            $all = self::all();
            $all[$service] = $questions;
            Setting::query()->updateOrCreate(
                ['id' => self::SETTING],
                ['value' => array_filter($all, static fn(array $of): bool => $of !== []), 'version' => $version + 1],
            );
            ReportRules::set($service, $attach, $faulty);
            Journal::write(
                Actor::person($by), UpdateEntry::QuestionsChanged, ['service', $service],
                ['service' => $service, 'count' => count($questions)],
            );
        });
    }
}
