<?php

declare(strict_types=1);

namespace App\Rota;

use Illuminate\Console\Command;

final class ShowOnCall extends Command
{
    protected $signature = 'skarvo:oncall {team? : one team only}';

    protected $description = 'Say who is on call now and next, for each team';

    public function handle(): int
    {
        $team = $this->argument('team');
        $teams = array_filter(OnCallNow::teams(), static fn(array $one): bool => ! is_string($team) || $one['team'] === $team);
        if ($teams === [] && ! is_string($team)) {
            $this->line('Nobody is on call: there is no rota yet.');

            return self::SUCCESS;
        }
        if ($teams === []) {
            $this->error("There is no team $team with a rota.");

            return self::INVALID;
        }
        $this->table(
            ['team', 'now', 'until', 'next'],
            array_map(
                static fn(array $one): array => [
                    $one['name'], $one['now']['name'] ?? 'NOBODY', $one['now']['until'] ?? '',
                    $one['next'] === null ? '' : ($one['next']['name'] ?? 'NOBODY').", {$one['next']['from']}",
                ],
                array_values($teams),
            ),
        );

        return self::SUCCESS;
    }
}
