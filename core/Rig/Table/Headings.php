<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What columns are called, in the languages that manuals come in. */
final class Headings
{
    /** In small letters without signs and accents, by what they mean; of two meanings the first counts. */
    private const WORDS = [
        'NRPN MSB' => ['nrpn msb', 'nrpn high', 'cc 99', 'cc99', 'nrpn cc99', 'nrpn h'],
        'NRPN LSB' => ['nrpn lsb', 'nrpn low', 'cc 98', 'cc98', 'nrpn cc98', 'nrpn l'],
        'MSB' => ['msb', 'cc msb', 'coarse', 'high byte', 'control msb', 'controller msb'],
        'LSB' => ['lsb', 'cc lsb', 'fine', 'low byte', 'control lsb', 'controller lsb'],
        'NRPN' => ['nrpn', 'nrpn number', 'nrpn no', 'nrpn nr', 'nrpn num', 'nrpn dec', 'nrpn decimal'],
        'RPN' => ['rpn', 'rpn number', 'rpn no', 'rpn nr', 'registered parameter'],
        'controller' => ['cc', 'cc number', 'cc no', 'cc num', 'midi cc', 'control change', 'controller', 'controller number', 'controller no', 'ctrl', 'ctl', 'control number', 'control no', 'control nr', 'cc nr', 'midi', 'message', 'midi message', 'kind number', 'cc decimal', 'dec', 'cc dec', 'decimal', 'midi controller', 'cc value number', 'controller nr', 'midi control', 'steuernummer', 'controllernummer', 'cc nummer', 'controleur', 'controleur midi', 'numero cc', 'no cc', 'n cc', 'numero de cc', 'numero de controleur', 'cc n', 'controlador', 'numero de controlador', 'controllo', 'numero controllo', 'controller midi'],
        'kind of message' => ['type', 'kind', 'message type', 'midi type', 'typ', 'art', 'nachricht', 'tipo', 'type de message', 'tipo de mensaje', 'status', 'event', 'midi event'],
        'key' => ['key', 'key number', 'note number', 'note no', 'note nr', 'midi note', 'taste', 'notennummer', 'note midi', 'nota', 'nota midi', 'touche', 'tecla', 'tasto'],
        'program' => ['program', 'program number', 'program no', 'pc', 'pc number', 'patch', 'patch number', 'program change', 'programm', 'programmnummer', 'programme', 'programa', 'programma', 'preset number', 'prog'],
        'channel' => ['channel', 'ch', 'chan', 'midi channel', 'midi ch', 'kanal', 'midi kanal', 'canal', 'canal midi', 'canale', 'canale midi'],
        'name' => ['name', 'parameter', 'parameter name', 'function', 'control', 'title', 'label', 'effect', 'description', 'item', 'what', 'controls', 'param', 'assignment', 'target', 'funktion', 'bezeichnung', 'parametername', 'regler', 'ziel', 'nom', 'parametre', 'fonction', 'libelle', 'nombre', 'parametro', 'funcion', 'nome', 'funzione', 'destination', 'knob', 'feature', 'preset', 'preset name', 'patch name', 'program name', 'sound', 'klang', 'sonido', 'son', 'beschreibung', 'descripcion', 'descrizione'],
        'lowest value' => ['min', 'minimum', 'from', 'low', 'lowest', 'range from', 'range min', 'range low', 'value min', 'value from', 'values from', 'values min', 'min value', 'von', 'mindestwert', 'de', 'desde', 'minimo', 'valeur min', 'valor minimo', 'da', 'val min', 'min wert'],
        'highest value' => ['max', 'maximum', 'to', 'high', 'highest', 'range to', 'range max', 'range high', 'value max', 'value to', 'values to', 'values max', 'max value', 'bis', 'hochstwert', 'a', 'hasta', 'maximo', 'massimo', 'valeur max', 'valor maximo', 'val max', 'max wert'],
        'values' => ['range', 'values', 'value', 'value range', 'data', 'data range', 'min max', 'possible values', 'cc range', 'cc value', 'cc values', 'bereich', 'wertebereich', 'werte', 'wert', 'plage', 'valeurs', 'valeur', 'etendue', 'rango', 'valores', 'valor', 'intervallo', 'valori', 'valore', 'data byte', 'settings', 'value s', 'option', 'options'],
        'default' => ['default', 'init', 'initial', 'rest', 'default value', 'factory', 'standard', 'vorgabe', 'werkseinstellung', 'grundwert', 'defaut', 'par defaut', 'valeur par defaut', 'por defecto', 'predeterminado', 'valor por defecto', 'predefinito', 'std'],
        'unit' => ['unit', 'units', 'einheit', 'unite', 'unidad', 'unita'],
        'group' => ['group', 'section', 'category', 'block', 'page', 'family', 'module', 'part', 'gruppe', 'abschnitt', 'kategorie', 'seite', 'groupe', 'bloc', 'categorie', 'grupo', 'seccion', 'bloque', 'categoria', 'pagina', 'gruppo', 'sezione', 'area', 'menu'],
        'remark' => ['notes', 'note', 'comment', 'comments', 'remarks', 'remark', 'info', 'bemerkung', 'bemerkungen', 'anmerkung', 'anmerkungen', 'hinweis', 'hinweise', 'kommentar', 'remarque', 'remarques', 'commentaire', 'commentaires', 'notas', 'comentario', 'comentarios', 'observaciones', 'osservazioni', 'commento', 'details'],
        'row number' => ['row', 'line', 'index', 'idx', 'id', 'pos', 'position', 'item no', 'lfd nr', 'zeile', 'ligne', 'linea', 'riga', 'fila', 'rank', 'order'],
    ];

    /** What can mean the number of a controller as well as that of the row. */
    private const NUMBER = ['', 'number', 'no', 'num', 'nr', 'n', 'nummer', 'numero', 'num ro'];

    private const ACCENTS = ['ä' => 'a', 'à' => 'a', 'á' => 'a', 'â' => 'a', 'ã' => 'a', 'å' => 'a', 'ç' => 'c', 'é' => 'e', 'è' => 'e', 'ê' => 'e', 'ë' => 'e', 'í' => 'i', 'ì' => 'i', 'î' => 'i', 'ï' => 'i', 'ñ' => 'n', 'ó' => 'o', 'ò' => 'o', 'ô' => 'o', 'ö' => 'o', 'õ' => 'o', 'ú' => 'u', 'ù' => 'u', 'û' => 'u', 'ü' => 'u', 'ß' => 'ss', '№' => 'no', 'º' => 'o', '°' => 'o'];

    public static function meaning(string $heading): ?Holds
    {
        $words = self::words($heading);
        $isHex = self::isHex($heading);
        $words = $isHex ? trim((string) preg_replace(['/\b(hex|hexadecimal|hexadezimal)\b/', '/\s+/'], ['', ' '], $words)) : $words;
        if ($isHex && ('' === $words || \in_array($words, self::NUMBER, true))) {
            return Holds::ControllerHex;
        }
        foreach (self::WORDS as $what => $known) {
            if (\in_array($words, $known, true)) {
                $holds = Holds::from($what);

                return match (true) {
                    $isHex && Holds::Controller === $holds => Holds::ControllerHex,
                    $isHex && Holds::Range === $holds => Holds::RangeHex,
                    default => $holds,
                };
            }
        }

        return null;
    }

    /** Whether it says "number", and not of what. */
    public static function isSomeNumber(string $heading): bool
    {
        $words = self::words($heading);

        return '' !== trim($heading) && \in_array($words, self::NUMBER, true) && 1 === preg_match('/[#\p{L}№]/u', $heading) && !self::isHex($heading);
    }

    public static function isHex(string $heading): bool
    {
        return 1 === preg_match('/\bhex/i', $heading);
    }

    /** In small letters, without signs, accents, and what stands in brackets, unless nothing else does. */
    public static function words(string $heading): string
    {
        $plain = strtr(mb_strtolower($heading), self::ACCENTS);
        $outside = (string) preg_replace('/[(\[].*?[)\]]/', ' ', $plain);
        $kept = 1 === preg_match('/[a-z0-9]/', $outside) ? $outside : $plain;

        return trim((string) preg_replace(['/[^a-z0-9 ]+/', '/\s+/'], [' ', ' '], $kept.(self::isHex($heading) && !str_contains($kept, 'hex') ? ' hex' : '')));
    }
}
