<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Incidents\IncidentEntry;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Journal\Sentence;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** Entries hold values and ids; what people typed stands beside them, and can be erased. */
final class JournalTest extends TestCase
{
    private function note(string $text): int
    {
        return Journal::write(
            Actor::person($this->person('ada-holm')), IncidentEntry::IncidentNote, ['incident', 12], ['text' => $text], ['item' => 'clk-2'],
        );
    }

    public function test_an_entry_stands_on_all_its_subjects(): void
    {
        $seq = $this->note('Ask Bo about it');
        $other = Journal::write(Actor::system(), PlatformEntry::MailSent, ['message', 5], ['to' => 'x@y.example'], ['incident' => null]);

        foreach ([['incident', 12], ['item', 'clk-2']] as [$kind, $id]) {
            self::assertSame([$seq], Entry::query()->about($kind, $id)->pluck('seq')->all(), $kind);
        }
        self::assertSame(['message'], DB::table('journal_subjects')->where('seq', $other)->pluck('kind')->all());
    }

    private function erase(string $incident): int
    {
        return Artisan::call('skarvo:erase-words', ['kind' => 'incident', 'id' => $incident]);
    }

    public function test_what_was_typed_is_erased_and_the_entry_stays(): void
    {
        $seq = $this->note('Ask Bo about it');
        self::assertStringNotContainsString('Bo', (string) DB::table('journal')->where('seq', $seq)->value('facts'));

        self::assertSame(1, $this->erase('13'));
        self::assertStringContainsString('names no incident 13', Artisan::output());
        self::assertSame('Ask Bo about it', Sentence::of(Entry::query()->findOrFail($seq))->lead);
        self::assertSame([0, "Erased 1 text in 1 entry, which stay.\n"], [$this->erase('12'), Artisan::output()]);

        $entry = Entry::query()->findOrFail($seq);
        self::assertSame(['(erased)', 'Ada Holm'], [Sentence::of($entry)->lead, $entry->by()]);
        self::assertSame([0, "Erased 0 texts in 1 entry, which stay.\n"], [$this->erase('12'), Artisan::output()]);
    }

    public function test_many_entries_are_written_each_with_its_own_words(): void
    {
        Journal::writeMany(Actor::system(), 'message', array_map(static fn(int $i): array => [
            'kind' => PlatformEntry::MailSent, 'id' => $i, 'facts' => ['to' => "p$i@x.example", 'subject' => $i % 2 ? 'Odd' : ''],
            'also' => ['incident' => $i % 3 ? 7 : null],
        ], range(1, 1100)));

        foreach (Entry::query()->where('kind', 'mail.sent')->get() as $entry) {
            self::assertSame("p$entry->subject_id@x.example", $entry->told()['to']);
        }
        self::assertSame(550, DB::table('journal_words')->where('fact', 'subject')->count());
        self::assertSame(1100 - 366, Entry::query()->about('incident', 7)->count());
    }

    public function test_a_person_is_told_by_their_name_of_today(): void
    {
        $seq = Journal::write(
            Actor::person($this->person('ada-holm')), IncidentEntry::OwnerTold, ['person', 'noor-lind'],
            ['person' => 'noor-lind', 'text' => 'Yours.'],
        );
        $this->person('noor-lind')->update(['name' => 'Noor Vik']);

        self::assertSame('Told Noor Vik', Sentence::of(Entry::query()->findOrFail($seq))->lead);
        self::assertSame(['person' => 'noor-lind'], Entry::query()->findOrFail($seq)->facts);
    }
}
