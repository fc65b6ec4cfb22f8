using Corlin.Cli;

return args switch
{
    ["slots", var file] => Command.Run(() => SlotsCommand.Run(file, Console.Out)),
    ["expand", ..] => Command.Fail("expand comes with the whole of recurrence; it is not there yet."),
    _ => Command.Fail("say slots REQUEST.json"),
};
