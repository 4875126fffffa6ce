<?php

declare(strict_types=1);

namespace App\Rota;

use App\Platform\Capability;
use App\Platform\Contracts\BandRow;
use App\Platform\Contracts\Decisions;
use App\Platform\Contracts\HasTeams;
use App\Platform\Contracts\HearsLeaving;
use App\Platform\Contracts\RunsOut;
use App\Platform\Contracts\TellsEntries;
use Illuminate\Support\Facades\Gate;

final class RotaServiceProvider extends Capability
{
    protected function gives(): array
    {
        return [
            Decisions::class => [GapsToDecide::class],
            RunsOut::class => [HandoverClocks::class],
            BandRow::class => [TurnsOnBand::class],
            TellsEntries::class => [RotaWords::class],
            HasTeams::class => [RotasOfTeams::class],
            HearsLeaving::class => [LeftTurns::class],
        ];
    }

    protected function routes(): string
    {
        return 'rota';
    }

    public function boot(): void
    {
        parent::boot();
        Gate::policy(Rota::class, RotaPolicy::class);
    }
}
