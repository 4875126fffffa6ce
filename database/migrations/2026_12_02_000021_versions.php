<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Each form knows what it began with by a version: who comes second is told, whatever was changed. */
return new class () extends Migration
{
    private const VERSIONS = [
        'people' => ['version', 'reach_version'], 'teams' => ['version'], 'escalation_policies' => ['version'],
        'rotas' => ['layers_version'],
    ];

    public function up(): void
    {
        foreach (self::VERSIONS as $name => $columns) {
            Schema::table($name, static function (Blueprint $table) use ($columns): void {
                foreach ($columns as $column) {
                    $table->unsignedInteger($column)->default(1);
                }
            });
        }
    }
};
