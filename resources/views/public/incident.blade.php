@php
    use App\Updates\Outside\PublicFiles;
    use Skarvo\Topology\State;
    $names = $words->title(PublicFiles::names($told));
    $incident = $told->incident;
    $begun = $words->time($incident->started_at);
@endphp
@extends('public.page', ['title' => $names, 'json' => "incident-{$incident->id}.json"])
@section('main')
<h1>{{ $names }}</h1>
<p>@if ($incident->resolved_at === null){{ $words->say('begun', ['time' => $begun]) }}@else{{ $words->say('ended', ['time' => $begun, 'lasting' => $words->lasting($incident->resolved_at->getTimestamp() - $incident->started_at->getTimestamp())]) }}@endif</p>
@if ($told->last() !== null && $told->last()->services !== [])
<ul class="hit">
@foreach ($told->last()->services as $service)
<li>@include('public.mark', ['state' => State::from($service['state'])]) {{ $words->name($service['name']) }}: {{ $words->state(State::from($service['state'])) }}</li>
@endforeach
</ul>
@endif
@include('public.story', ['told' => $told])
@endsection
