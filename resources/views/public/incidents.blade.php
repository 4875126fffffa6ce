@php
    use App\Updates\Outside\PublicFiles;
    use App\Updates\Outside\PublicPage;
@endphp
@if ($list === [])
<p>{{ $words->say('none', ['days' => PublicPage::DAYS]) }}</p>
@endif
@foreach ($list as $told)
@php
    $title = $words->title(PublicFiles::names($told));
    $begun = $words->time($told->incident->started_at);
@endphp
<section @class(['open' => $told->incident->resolved_at === null])>
<h2><a href="{{ $words->file("incident-{$told->incident->id}") }}">{{ $told->incident->resolved_at === null ? $words->say('since', ['what' => $title, 'time' => $begun]) : "$title, $begun" }}</a></h2>
@include('public.story', ['told' => $told])
</section>
@endforeach
