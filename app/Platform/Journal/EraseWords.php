<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** `skarvo:erase-words report 12`: what people typed, and addresses, in the entries that name a record. The entries stay. */
final class EraseWords extends Command
{
    protected $signature = 'skarvo:erase-words {kind : what it is, such as report, incident or message} {id : its number or id}';

    protected $description = 'Erase what people typed, and addresses, from the journal of one record';

    public function handle(): int
    {
        [$kind, $id] = [(string) $this->argument('kind'), (string) $this->argument('id')];
        $entries = DB::table('journal_subjects')->where('kind', $kind)->where('id', $id)->count();
        if ($entries === 0) {
            $this->error(
                "The journal names no $kind $id. Kinds are ".DB::table('journal_subjects')
                    ->distinct()->orderBy('kind')->pluck('kind')->implode(', ').'.',
            );

            return self::FAILURE;
        }
        $erased = DB::transaction(static fn(): int => Journal::erase($kind, $id));
        $this->info(
            "Erased $erased ".($erased === 1 ? 'text' : 'texts')." in $entries ".($entries === 1 ? 'entry' : 'entries').', which stay.',
        );

        return self::SUCCESS;
    }
}
