<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

/** The rooms of the core, from the ground up: each may use those that it names, all of which stand above it in this list. */
final class Rooms
{
    public const MAY_USE = [
        'Midi' => [],
        'Number' => [],
        'Format' => ['Midi'],
        'Rulebook/Text' => ['Midi'],
        'Rulebook/Expression' => ['Midi', 'Number', 'Rulebook/Text'],
        'Rulebook/Declaration' => ['Midi', 'Number', 'Rulebook/Text'],
        'Rulebook/Code' => ['Midi', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration'],
        'Rulebook/Message' => ['Midi', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Code'],
        'Rulebook/Step' => ['Midi', 'Number', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Code', 'Rulebook/Message'],
        'Rulebook' => ['Midi', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Code', 'Rulebook/Message', 'Rulebook/Step'],
        'Rulebook/Change' => ['Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Step', 'Rulebook'],
        'Rulebook/Naming' => ['Midi', 'Number', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook'],
        'Engine/Book' => ['Midi', 'Number'],
        'Engine/State' => ['Engine/Book'],
        'Engine/Trace' => ['Midi', 'Format', 'Engine/Book', 'Engine/State'],
        'Engine/Run' => ['Engine/Book', 'Engine/State', 'Engine/Trace'],
        'Engine/Notes' => ['Engine/State', 'Engine/Run'],
        'Engine/Mpe' => ['Midi', 'Number', 'Engine/Book', 'Engine/State', 'Engine/Run', 'Engine/Notes'],
        'Engine/Voices' => ['Engine/State', 'Engine/Run', 'Engine/Notes', 'Engine/Mpe'],
        'Engine/Controls' => ['Midi', 'Number', 'Engine/Book', 'Engine/State', 'Engine/Run'],
        'Engine/Time' => ['Midi', 'Number', 'Engine/Run'],
        'Engine/Scenes' => ['Midi', 'Engine/Book', 'Engine/State', 'Engine/Run', 'Engine/Notes', 'Engine/Voices', 'Engine/Controls'],
        'Engine' => ['Midi', 'Engine/Book', 'Engine/State', 'Engine/Trace', 'Engine/Run', 'Engine/Notes', 'Engine/Mpe', 'Engine/Voices', 'Engine/Controls', 'Engine/Time', 'Engine/Scenes'],
        'Engine/Change' => ['Engine/Book', 'Engine/State', 'Engine/Notes', 'Engine/Voices', 'Engine/Controls', 'Engine/Time', 'Engine'],
        'Engine/Tape' => ['Format', 'Engine/Book', 'Engine/Trace', 'Engine', 'Engine/Change'],
        'Compile' => ['Midi', 'Number', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Rulebook/Naming', 'Engine/Book', 'Engine/State'],
        'Check' => ['Midi', 'Rulebook/Text', 'Rulebook/Expression', 'Rulebook/Declaration', 'Rulebook/Code', 'Rulebook/Message', 'Rulebook/Step', 'Rulebook', 'Rulebook/Change', 'Rulebook/Naming', 'Compile'],
        'Data' => [],
        'Rig/Chart' => ['Midi', 'Data'],
        'Rig/Document' => ['Data', 'Rig/Chart'],
        'Rig/Setup' => ['Data', 'Rulebook', 'Rig/Chart', 'Rig/Document'],
        'Rig/NameDocument' => ['Data', 'Rig/Chart'],
        'Rig/Table' => ['Midi', 'Data', 'Rig/Chart'],
        'Rig/Name' => ['Midi', 'Rulebook/Text', 'Rulebook/Code', 'Rig/Chart', 'Rig/Document', 'Rig/Setup'],
        'Rig/Fit' => ['Midi'],
        'Rig/Plan' => ['Rig/Chart', 'Rig/Document', 'Rig/Setup'],
        'Rig/Wire' => ['Rig/Chart', 'Rig/Document', 'Rig/Setup'],
        'World' => ['Midi', 'Rulebook/Code', 'Engine/Book', 'Engine/Trace', 'Engine/Time', 'Engine/Scenes', 'Engine', 'Engine/Change', 'Rig/Chart', 'Rig/Document', 'Rig/Setup', 'Rig/Fit', 'Rig/Wire'],
        'Finding/Subject' => [],
        'Finding/Fact' => ['Check', 'Rig/Fit', 'Finding/Subject'],
        'Finding' => ['Rulebook/Change', 'Rig/Document', 'Finding/Fact'],
        'Situation' => ['Finding/Fact', 'Finding', 'Midi', 'Format', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Rulebook/Change', 'Engine/Book', 'Compile', 'Check', 'Rig/Chart', 'Rig/Document', 'Rig/Setup', 'Rig/Name', 'Rig/Fit', 'Rig/Plan', 'Rig/Wire', 'World'],
        'Situation/Way' => ['Midi', 'Format', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Engine/Book', 'Compile', 'Rig/Chart', 'Rig/Document', 'Rig/Setup', 'Rig/Name', 'Rig/Plan', 'Rig/Wire', 'World', 'Situation'],
        'Show/Learn' => ['Midi', 'Format', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook', 'Rulebook/Change', 'Rig/Chart', 'Rig/Setup', 'Rig/Name', 'Situation'],
        'Show/Sheet' => ['Midi', 'Engine/Book', 'Compile', 'World', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Rulebook/Change', 'Rulebook/Naming', 'Rig/Chart', 'Rig/Setup', 'Rig/Name', 'Situation', 'Show/Learn'],
        'Show/Calibration' => ['Rulebook/Text', 'Rulebook/Step', 'Rulebook/Change', 'Rig/Setup', 'Rig/Name', 'Situation'],
        'Show/Leap' => ['Number', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Rulebook/Change', 'Engine/Book', 'Compile', 'Check', 'Rig/Chart', 'Rig/Setup', 'Rig/Name', 'World', 'Situation'],
        'Show/Log' => ['Rulebook/Change', 'Rig/Document'],
        'Proof' => ['Data', 'Midi', 'Format', 'Rulebook/Text', 'Rulebook/Code', 'Rulebook/Step', 'Rulebook', 'Engine/Book', 'Engine/Scenes', 'Engine', 'Compile', 'Rig/Document', 'Rig/Setup', 'Rig/Name', 'World', 'Situation', 'Show/Learn', 'Show/Sheet'],
    ];
}
