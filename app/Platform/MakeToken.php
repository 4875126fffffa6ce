<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use Carbon\CarbonImmutable;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

final class MakeToken extends Command
{
    protected $signature = 'skarvo:token
        {name : what the token is for; making it anew replaces the old one}
        {--ability=* : what it may do, such as signals:write}
        {--days= : how long it lives; for ever if left out}';

    protected $description = 'Make a bearer token for another system, and print it once';

    public function handle(): int
    {
        /** @var list<string> $abilities */
        $abilities = $this->option('ability');
        $unknown = array_diff($abilities, ApiToken::ABILITIES);
        if ($abilities === [] || $unknown !== []) {
            $this->error((
                $abilities === [] ? 'Say what the token may do' : 'There is no ability '.implode(', ', $unknown)
            ).'. Use --ability with one of: '.implode(', ', ApiToken::ABILITIES).'.');

            return self::INVALID;
        }
        $days = $this->option('days');
        if (is_string($days) && ! ctype_digit($days)) {
            $this->error('Use a whole number of days.');

            return self::INVALID;
        }
        $name = (string) $this->argument('name');
        $plain = 'skv_'.Str::random(40);
        DB::transaction(static function () use ($name, $plain, $abilities, $days): void {
            ApiToken::query()->updateOrCreate(['name' => $name], [
                'hash' => ApiToken::hashOf($plain), 'abilities' => $abilities, 'created_at' => now(),
                'expires_at' => is_string($days) ? CarbonImmutable::instance(now())->addDays((int) $days) : null,
            ]);
            Journal::write(Actor::system(), PlatformEntry::TokenMade, ['token', $name], ['name' => $name, 'abilities' => $abilities]);
        });
        $this->line($plain);

        return self::SUCCESS;
    }
}
