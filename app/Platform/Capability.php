<?php

declare(strict_types=1);

namespace App\Platform;

use Illuminate\Support\ServiceProvider;

/**
 * A capability as the others meet it: its routes, and what it gives to them, by contract.
 *
 * Whoever shows or does something that comes from all of them declares a contract and asks Given::all() for it; so the
 * one below needs not know the one above.
 */
abstract class Capability extends ServiceProvider
{
    /** @return array<class-string, list<class-string>> what it gives, by the contract that it is asked for */
    abstract protected function gives(): array;

    /** @return string name of its file in routes/, without the ending */
    abstract protected function routes(): string;

    public function register(): void
    {
        foreach ($this->gives() as $contract => $classes) {
            $this->app->tag($classes, $contract);
        }
    }

    public function boot(): void
    {
        $this->loadRoutesFrom(base_path("routes/{$this->routes()}.php"));
    }
}
