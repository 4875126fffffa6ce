<?php

declare(strict_types=1);

use App\Topology\Record\SaidByHand;
use App\Topology\Record\UsualTypes;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class () extends Migration
{
    public function up(): void
    {
        Schema::create('item_types', function (Blueprint $table): void {
            $table->string('name', 60)->primary();
            $table->json('attributes');
            $table->json('identifying');
            $table->unsignedInteger('version')->default(1);
        });
        Schema::create('relations', function (Blueprint $table): void {
            $table->string('id', 40)->primary();
            $table->string('forward');
            $table->string('backward');
            $table->string('strength');
        });
        UsualTypes::put();

        Schema::table('items', function (Blueprint $table): void {
            $table->string('business_owner_id', 128)->nullable();
            $table->text('use')->nullable();
            // What counts of the attributes of its type; who said what is in item_values.
            $table->json('attributes')->default('{}');
            $table->dateTime('not_seen_since', 3)->nullable();
        });
        Schema::table('need_groups', function (Blueprint $table): void {
            $table->string('relation_id', 40)->nullable();
        });
        Schema::table('dependencies', function (Blueprint $table): void {
            $table->string('relation_id', 40)->nullable();
        });

        // Who says what of an item: `hand`, or `scan:` and the scanner. An empty value by hand says that there is none.
        Schema::create('item_values', function (Blueprint $table): void {
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('field', 60);
            $table->string('origin', 140);
            $table->text('value');
            $table->string('said_by');
            $table->dateTime('said_at', 3);
            // A person has seen that this scan says otherwise, and what they set stays.
            $table->boolean('overruled')->default(false);
            $table->primary(['item_id', 'field', 'origin']);
            $table->index('origin');
        });
        DB::statement('create index item_values_value_index on item_values (field, lower(value))');
        SaidByHand::ofAllItems('recorded before');

        Schema::create('item_sightings', function (Blueprint $table): void {
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('scanner', 128);
            $table->integer('seen_at');
            $table->primary(['item_id', 'scanner']);
        });
        Schema::create('snapshots', function (Blueprint $table): void {
            $table->id();
            $table->string('scanner', 128);
            $table->string('external_id', 128);
            $table->integer('at');
            $table->dateTime('received_at', 3);
            $table->longText('body');
            $table->string('fingerprint', 64);
            // taken, held, refused
            $table->string('state');
            $table->text('held_because')->nullable();
            $table->json('outcome');
            $table->string('decided_by')->nullable();
            $table->dateTime('decided_at', 3)->nullable();
            $table->unique(['scanner', 'external_id']);
            $table->index(['state', 'scanner', 'at']);
        });
        Schema::create('connection_rules', function (Blueprint $table): void {
            $table->id();
            $table->string('from_kind', 60)->nullable();
            $table->string('to_kind', 60)->nullable();
            $table->unsignedInteger('port')->nullable();
            $table->string('relation_id', 40);
            $table->string('author_id', 128);
            $table->dateTime('at', 3);
        });
        Schema::create('proposed_dependencies', function (Blueprint $table): void {
            $table->id();
            $table->string('from_id', 128);
            $table->foreign('from_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('to_id', 128);
            $table->foreign('to_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('scanner', 128);
            $table->unsignedInteger('port')->nullable();
            $table->unsignedBigInteger('seen');
            $table->dateTime('first_seen_at', 3);
            $table->dateTime('last_seen_at', 3);
            // proposed, accepted, refused
            $table->string('state')->default('proposed');
            $table->string('decided_by')->nullable();
            $table->dateTime('decided_at', 3)->nullable();
            $table->unique(['from_id', 'to_id']);
            $table->index('state');
        });
        Schema::create('imports', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('format');
            $table->string('path');
            $table->string('author_id', 128);
            $table->dateTime('at', 3);
            // shown, storing, stored, failed
            $table->string('state')->default('shown');
            $table->json('counts');
            $table->json('notes');
            $table->string('fingerprint', 64);
            // How many rows were done, items first and then needs, and where in the plan the next stand.
            $table->unsignedInteger('done')->default(0);
            $table->unsignedBigInteger('at_byte')->default(0);
            $table->text('error')->nullable();
        });
        // Which ends have been told of, so that each is told once and cleared when it is moved.
        Schema::create('date_reminders', function (Blueprint $table): void {
            $table->string('item_id', 128);
            $table->foreign('item_id')->references('id')->on('items')->cascadeOnDelete();
            $table->string('attribute', 60);
            $table->string('value');
            $table->string('level');
            $table->primary(['item_id', 'attribute']);
        });
        Schema::create('what_ifs', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->json('items');
            $table->unsignedInteger('hours');
            $table->string('author_id', 128);
            $table->dateTime('at', 3);
        });
        $this->search();
    }

    /** An index of all that an item can be found by, kept by the database whoever writes. */
    private function search(): void
    {
        if (DB::getDriverName() !== 'sqlite') {
            return;
        }
        // The rows of items have no number that lasts, so they are given one.
        DB::statement('create table item_numbers (number integer primary key, item_id text not null unique)');
        DB::statement(
            "create virtual table item_search using fts5(name, words, tokenize = \"unicode61 remove_diacritics 2\", prefix = '1 2 3')"
        );
        $words = "new.id || ' ' || new.kind || ' ' || coalesce(new.site, '') || ' ' || coalesce(new.public_name, '') || ' ' || coalesce(new.description, '')
            || ' ' || coalesce((select name || ' ' || id from teams where id = new.team_id), '') || ' ' || coalesce((select name || ' ' || email from people where id = new.business_owner_id), '')
            || ' ' || coalesce((select group_concat(value, ' ') from json_each(new.attributes)), '')";
        // Letters with a stroke or joined ones have no accent that the index could take off.
        $plain = static fn(string $text): string => "replace(replace(replace(replace($text, 'ø', 'o'), 'Ø', 'O'), 'æ', 'ae'), 'Æ', 'Ae')";
        $indexed = "number, {$plain('new.name')}, {$plain($words)}";
        DB::unprepared("create trigger items_found_when_made after insert on items begin
            insert into item_numbers (item_id) values (new.id);
            insert into item_search (rowid, name, words) select $indexed from item_numbers where item_id = new.id;
        end");
        DB::unprepared("create trigger items_found_when_changed after update of name, kind, site, public_name, description, team_id, business_owner_id, attributes on items begin
            delete from item_search where rowid = (select number from item_numbers where item_id = new.id);
            insert into item_search (rowid, name, words) select $indexed from item_numbers where item_id = new.id;
        end");
        DB::unprepared('create trigger items_not_found_when_gone after delete on items begin
            delete from item_search where rowid = (select number from item_numbers where item_id = old.id);
            delete from item_numbers where item_id = old.id;
        end');
        DB::unprepared(
            'create trigger items_found_by_team after update of name on teams begin update items set team_id = team_id where team_id = new.id; end'
        );
        DB::unprepared(
            'create trigger items_found_by_owner after update of name, email on people begin update items set business_owner_id = business_owner_id where business_owner_id = new.id; end'
        );
        DB::statement('insert into item_numbers (item_id) select id from items');
        DB::statement('update items set name = name');
    }
};
